"""Grelt's core: checks the citations of one paper against a style guide.

No Django, no network, no clock. The way of the data, from the ground up:

text        spans, folding of letters, quotation marks, sentences, names: no domain
errors      what can be wrong with an input, a class each
findings    severity and finding, as rules return them
document    the paper as read: paragraphs of runs with their effective formatting
readers     a package per file format, chosen by content
guides      guide data, house rules, and the policy made of both
structure   pages, roles of paragraphs, the list of sources
citations   finding and reading citations in the text
entries     cutting the list into entries and reading what each begins with
matching    citation to entry, with reason and degree
paper       the analysed paper: all that rules may see
rules       one rule a file, its cases beside it
report      running the rules, settling overlaps, tally, JSON
help        a page for each rule, made from its home
api, cli    the only doors
"""

__version__ = "0.3.0"
