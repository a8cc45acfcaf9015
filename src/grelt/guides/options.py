"""The table of house rules, in the order of the work."""

from __future__ import annotations

from .option import Option

OPTIONS: dict[str, Option] = {
    option.key: option
    for option in (
        Option(
            "face",
            "guide",
            {"guide": "The paper is in a readable face that the guide allows."},
            "The paper is in {}.",
        ),
        Option(
            "size",
            "guide",
            {"guide": "Type has a size that the guide allows."},
            "Type is {} points.",
            number=True,
            least=6,
            most=24,
        ),
        Option(
            "margins",
            "guide",
            {"guide": "Margins are as the guide has them."},
            "Margins are {} inches all round.",
            number=True,
            least=0.25,
            most=3,
        ),
        Option(
            "body_spacing",
            "guide",
            {
                "guide": "The text is spaced as the guide has it.",
                "double": "The text is double spaced.",
                "one and a half": "The text is spaced one and a half.",
                "single": "The text is single spaced.",
                "any": "The text may be spaced in any way.",
            },
        ),
        Option(
            "paragraph_gaps",
            "flag",
            {
                "flag": "Extra space between paragraphs is pointed out.",
                "tolerate": "Paragraphs may be parted by space.",
            },
        ),
        Option(
            "first_page_number",
            "either",
            {
                "either": "The first page may carry its number or not.",
                "shown": "The first page carries its number.",
                "hidden": "The first page does not carry its number.",
            },
        ),
        Option(
            "heading_block",
            "guide",
            {
                "guide": "The heading block has the lines that the guide has.",
                "none": "There need be no heading block.",
            },
            "The heading block has these lines, in this order: {}.",
        ),
        Option(
            "heading_spacing",
            "guide",
            {
                "guide": "The heading block is spaced like the text.",
                "double": "The heading block is double spaced.",
                "single": "The heading block is single spaced.",
            },
        ),
        Option(
            "title_page",
            "guide",
            {
                "guide": "There is a title page where the guide asks for one.",
                "require": "The paper has a title page.",
                "forbid": "The paper has no title page.",
                "allow": "The paper may have a title page or none.",
            },
        ),
        Option(
            "paper_kind",
            "told",
            {
                "told": "Papers of students and papers for print are told apart by what they show.",
                "student": "Papers are laid out as those of students.",
                "professional": "Papers are laid out as those meant for print.",
            },
        ),
        Option(
            "list_scope",
            "cited",
            {
                "cited": "The list holds the works cited, and no others.",
                "consulted": "The list may hold works consulted and not cited.",
            },
        ),
        Option(
            "list_heading",
            "guide",
            {"guide": "The list is headed as the guide has it."},
            "The list is headed “{}”.",
        ),
        Option(
            "list_spacing",
            "guide",
            {
                "guide": "The list is spaced as the guide has it.",
                "double": "The list is double spaced.",
                "single": "The list is single spaced.",
            },
        ),
        Option(
            "links",
            "plain",
            {
                "plain": "Addresses in the list are plain text.",
                "allow": "Addresses in the list may be live links.",
                "require": "Addresses in the list must be live links.",
            },
        ),
        Option(
            "faked_indents",
            "flag",
            {
                "flag": "Indents made with tabs and line breaks are pointed out.",
                "tolerate": "Indents made with tabs and line breaks are tolerated.",
            },
        ),
        Option(
            "dry_page",
            "flag",
            {
                "flag": "A full page of text without a citation is pointed out.",
                "allow": "Pages without a citation are not pointed out.",
            },
        ),
        Option(
            "dashes",
            "lenient",
            {
                "lenient": "A hyphen may stand for the dash of a range.",
                "strict": "Ranges have the guide’s own dash.",
            },
        ),
        Option(
            "discursive_notes",
            "flag",
            {
                "allow": "Notes may comment and cite nothing.",
                "flag": "A note that cites nothing is pointed out.",
                "forbid": "Every note must cite.",
            },
        ),
        Option(
            "note_numbers",
            "either",
            {
                "either": "The number before a note may be raised or not.",
                "raised": "The number before a note is raised.",
                "full": "The number before a note is full-sized.",
            },
        ),
        Option(
            "ibid",
            "discourage",
            {
                "allow": "“Ibid.” may be used.",
                "discourage": "“Ibid.” is better a short note.",
                "forbid": "“Ibid.” is not used.",
                "require": "“Ibid.” is used where the note before has the same source.",
            },
        ),
        Option(
            "access_dates",
            "optional",
            {
                "optional": "Entries may say when an address was read.",
                "never": "Entries do not say when an address was read.",
                "undated": "Entries without a date say when their address was read.",
                "always": "Entries with an address say when it was read.",
            },
        ),
        Option(
            "databases",
            "guide",
            {
                "guide": "Databases are named as the guide has it.",
                "omit": "Databases are not named.",
                "require": "Entries of articles name the database they were read in.",
            },
        ),
        Option(
            "editions",
            "guide",
            {
                "guide": "Editions are given as the guide has it.",
                "require": "Entries of works of reference give the edition.",
            },
        ),
        Option(
            "figures_first",
            "before",
            {
                "before": "Titles that begin with a figure stand before the letters.",
                "spelled": "Titles that begin with a figure stand where the figure spelled out would.",
            },
        ),
        Option(
            "least_sources",
            "none",
            {"none": "No number of sources is asked for."},
            "At least {} sources are cited.",
            number=True,
            least=1,
            most=500,
        ),
        Option(
            "least_citations",
            "none",
            {"none": "No number of citations is asked for."},
            "There are at least {} citations.",
            number=True,
            least=1,
            most=2000,
        ),
        Option(
            "citations_a_page",
            "none",
            {"none": "No number of citations a page is asked for."},
            "There are at least {} citations a page, on average.",
            number=True,
            least=0.1,
            most=50,
        ),
        Option(
            "scholarly_share",
            "none",
            {"none": "No share of scholarly sources is asked for."},
            "At least {} per cent of the sources are scholarly.",
            number=True,
            least=1,
            most=100,
        ),
        Option(
            "recent_since",
            "none",
            {"none": "Sources may be of any year."},
            "Sources count as recent from the year {} on.",
            number=True,
            least=1000,
            most=2100,
        ),
        Option(
            "recent_least",
            "none",
            {"none": "One recent source is enough, where recent ones are asked for."},
            "At least {} sources are recent.",
            number=True,
            least=1,
            most=500,
        ),
        Option(
            "most_of_one",
            "none",
            {"none": "A source may have any share of the citations."},
            "No source has more than {} per cent of the citations.",
            number=True,
            least=1,
            most=99,
        ),
        Option(
            "least_pages",
            "none",
            {"none": "No number of pages is asked for."},
            "The paper has at least {} pages.",
            number=True,
            least=1,
            most=2000,
        ),
        Option(
            "most_pages",
            "none",
            {"none": "The paper may be as long as it is."},
            "The paper has at most {} pages.",
            number=True,
            least=1,
            most=2000,
        ),
        Option(
            "least_words",
            "none",
            {"none": "No number of words is asked for."},
            "The text has at least {} words.",
            number=True,
            least=1,
            most=1000000,
        ),
        Option(
            "most_words",
            "none",
            {"none": "The text may be as long as it is."},
            "The text has at most {} words.",
            number=True,
            least=1,
            most=1000000,
        ),
        Option(
            "least_kinds",
            "none",
            {"none": "No kinds of source are asked for."},
            "Among the sources are at least: {}.",
            kinds=True,
        ),
        Option(
            "most_kinds",
            "none",
            {"none": "Every kind of source may be cited as often as it is."},
            "Among the sources are at most: {}.",
            kinds=True,
        ),
    )
}
