"""How the parts of an entry look that have figures or labels: the patterns that tell them wherever they
stand. People are in `roles`, descriptions in `media`, addresses in `text/addresses`."""

from __future__ import annotations

import re

from ..forms.compose import GAPS
from ..text.calendar import MONTH, SEASON, YEAR
from ..words import one_of, ordered, words
from ..works.dates import DATE

_DASH = r"\s?(?:--|[-–—‑−])\s?"
_PAGE = r"(?:[A-Z]{1,2}|e(?=\d))?(?:\d{1,6}|[ivxlc]{1,7}\b)"
RANGE = rf"{_PAGE}(?:{_DASH}{_PAGE})?\+?"
DASHED = rf"{_PAGE}{_DASH}{_PAGE}"
RANGES = rf"{RANGE}(?:,\s?{RANGE}(?![\w]))*"

# Places held for what an entry lacks, as corrected entries have them.
HELD = {text: element for element, text in GAPS.items() if element != "day"} | {
    f"[{e}]": e
    for e in "author title publisher volume issue institution place database edition event".split()
}

# -- days of access, and what leads to an address
_READ = r"(?:[Ll]ast\s)?(?:[Aa]ccessed|[Rr]etrieved|[Vv]iewed|[Vv]isited|[Rr]ead)"
ACCESSED = re.compile(
    rf"\(?(?P<word>{_READ})(?:\son)?:?,?\s(?P<date>{DATE.pattern})(?P<from>,?\sfrom:?)?\)?"
)
# How older editions gave it: `Web. 12 Mar. 2020.`
_WEB = r"(?:Web|Internet|Online|World\sWide\sWeb)"
WEB = re.compile(rf"(?<=[.”\")]\s){_WEB}\.\s(?P<date>{DATE.pattern})(?=\.|$)")
OLD_MEDIUM = re.compile(rf"(?<=[.”\")]\s)(?:Print|{_WEB})\.(?=\s|$)")
RETRIEVED = re.compile(
    r"(?:Retrieved|Available|Accessed|Available\sonline)(?:\s(?:from|at|on))?:?(?=\s(?:the\s|https?:|www|[\w.-]+/))"
)
_CHANGED = r"[Ll]ast\s(?:modified|updated|revised|reviewed|edited|changed)|[Uu]pdated|[Mm]odified|[Pp]ublished|[Rr]evised"
_SHOWN = (
    r"[Aa]ired|[Ff]ilmed|[Pp]osted|[Rr]ecorded|[Pp]erformed|[Bb]roadcast|[Rr]eleased|[Pp]remiered"
)
MODIFIED = re.compile(rf"(?<![\w-])(?:{_CHANGED}|{_SHOWN})(?:\son)?\s$")

# -- volumes and issues
_VOL = r"(?:[Vv]ol(?:ume|umes|s)?\.?|[Vv]\.(?=\s?\d))"
_NO = r"(?:[Nn]umber|[Nn]um|[Nn]os|[Nn]o|[Nn]r|[Nn](?=\.\s?\d)|[Ii]ssue|[Ii]ss)s?(?![a-z])\.?\s?"
_ISSUE = r"\d{1,5}(?:[-–/]\d{1,5})?"
_PART = r"(?:,?\s?(?:[Ss]uppl(?:ement)?|[Pp](?:ar)?t|S)\.?\s?\d{0,3})"
NUMBERING = re.compile(
    r"\b[Vv]ol(?:ume)?\.?\s?(?P<v7>\d{1,3})\.(?P<i7>\d{1,2})(?!\d)"
    rf"|\b{_VOL}\s?(?P<v1>\d{{1,4}}(?:[-–/]\d{{1,4}})?|[IVXLC]{{1,7}}\b|[A-Z]\b)(?:(?P<m1>[,;.]?\s?\(?){_NO}(?P<i1>[\w–/-]{{1,8}})\)?|(?P<p1>\s?\()(?P<i6>\d{{1,3}})\))?"
    rf"|(?<![\d(–—-])(?P<v2>\d{{1,4}}),?\s?\((?P<i2>(?!{YEAR}\))(?:(?:no\.\s?)?{_ISSUE}{_PART}?|S\d|[Ss]uppl\.\s?\d*|[Pp]t\.\s?\d{{1,2}}|[Ss]pecial\s[Ii]ssue))\)"
    rf"|(?<![\d(])(?P<v3>(?!{YEAR},)\d{{1,4}}),\s?(?:[Nn]umber|[Nn]os|[Nn]o|[Ii]ssue)\.?\s?(?P<i3>{_ISSUE})"
    r"|(?<=\s)(?P<v9>\d{1,3}),\s(?P<i9>\d{1,3})(?=:\s?\d)"
    r"|(?<=,\s)(?P<v8>\d{1,3}),\s(?P<i8>\d{1,3})(?=,\s\d+\s?[-–])"
    rf"|\b(?:[Nn]umber|[Nn]os|[Nn]o|[Ii]ssue)\.?\s?(?P<i4>{_ISSUE})(?=[,.\s(:]|$)"
    rf"|(?<![\d(./])(?P<v5>\d{{1,3}})\.(?P<i5>\d{{1,2}})(?=,?\s\(|:|,\s\d|,\s(?:{MONTH}|(?i:{SEASON})))"
    # Behind the pages, where it should stand before them.
    r"|(?<=\d)\s\((?P<i0>\d{1,3})\)(?=\.\s|\.?$)"
)  # fmt: skip
# `*Coast*, (15), 65–88`: a journal that counts its issues alone.
BARE_ISSUE = re.compile(r"(?<=,\s)\((?P<i>\d{1,4})\)(?=,)")
BARE_VOLUME = re.compile(
    r"[,\s]\s?(?P<v>\d{1,4})(?=\s\((?!\d{1,3}\)|no)|:\s?\d|,\s(?:\d+\s?[-–—]|Article\s|e\d)|(?P<closed>\.\s|,\s\d{1,5}\.(?:\s|$)))"
)
VOLUMES = re.compile(r"\b(?P<n>\d{1,3})\svols?\.|\bVols\.\s(?P<r>\d{1,2}[-–]\d{1,2})")

# -- pages
PAGES = re.compile(
    rf"\b(?P<label>[Pp]p?\.|[Pp][Pp]?(?=\s?\d)|[Pp]gs?\.|[Pp]ages?|S\.)\s?(?P<pages>{RANGES})(?!\w)"
)
BARE_PAGES = re.compile(
    rf"(?P<mark>:|,)\s?(?!{YEAR}\b(?!\s?[-–—]))(?P<pages>{DASHED}(?:,\s?{RANGE}(?![\w]))*|{RANGE})(?=[.,;\s]|$)"
)
ENCLOSED_PAGES = re.compile(r"(?<=\s)\((?P<pages>\d{1,5}\s?[-–—]\s?\d{1,5})\)(?=[.,])")
# Pages behind a year in parentheses, without the colon that should part them.
# `“Title.” 110–13. Reach: Tidemark Press`: pages with nothing that holds them.
UNHELD_PAGES = re.compile(rf"(?<=[.?!][”\"])\s(?!{YEAR})(?P<pages>{DASHED})(?=[.,]\s)")
UNPARTED_PAGES = re.compile(
    rf"(?:(?<=\d\)\s)|(?<=[^\W\d_]\.\s)|(?<=\d\)\.\s)|(?<=\d{{4}}\.\s))(?P<pages>{DASHED})(?=[.,](?:\s|$))"
)
# A length in minutes is no page: `TED video, 12:40`.
DURATION = re.compile(r"(?<=,\s)\d{1,3}:\d\d(?::\d\d)?(?=[.,;]|$)")
ARTICLE = re.compile(
    r"\b(?P<label>[Aa]rticle\s(?:no\.\s|number\s)?)(?P<a>[A-Za-z]{0,4}\d{1,9})\b"
    r"|(?<=[,:]\s)(?P<b>e\d{2,9})\b(?!\s?[-–])"
)

# -- editions, versions, numbers of reports
_ORDINAL_WORD = "first second third fourth fifth sixth seventh eighth ninth tenth twelfth".split()
_KIND_WORD = """
revised rev expanded enlarged updated abridged international national late evening morning early city kindle e-book ebook
illustrated critical paperback hardcover anniversary bilingual facsimile student teacher's audio digital electronic online
regional weekend final standard deluxe reprint new annotated unabridged american british us uk north large-print
""".split()
_OF_EDITION = rf"(?:\d{{1,3}}(?:st|nd|rd|th)|(?i:{one_of((*_ORDINAL_WORD, *_KIND_WORD))})\.?|{SEASON}(?:\s{YEAR})?)"
_EDITION_WORD = r"(?:[Ee]dition|[Ee]dn\.?|[Ee]d\.?)(?!\w|\sby|\.\sby)"
EDITION = re.compile(
    rf"(?<![\w-])(?P<e>(?:[Tt]he\s)?{_OF_EDITION}(?:,?\s(?:and\s|&\s)?{_OF_EDITION})*\s{_EDITION_WORD}|{YEAR}\s{_EDITION_WORD})"
    # Between the marks of an element, whatever its words are.
    rf"|(?<=[(;,]\s)(?P<f>(?:[\w’'-]+\s){{1,3}}ed\.)(?=[,;)])|(?<=\()(?P<g>(?:[\w’'-]+\s){{1,3}}ed\.)(?=[,;)])"
    r"|\b(?P<v>[Vv]ersion\s\d(?:[\w.]*\w)?|[Vv]\.?\s?\d+\.[\d.]*\d)"
)
_REPORTED = r"(?:[Rr]eport|[Pp]aper|[Pp]ublication|[Bb]ulletin|[Cc]ircular|[Ss]tandard|[Mm]emorandum|[Oo]rder|[Bb]rief|[Ss]heet|[Mm]onograph)"
NUMBER = re.compile(
    # A designation and a number in parentheses.
    rf"(?<=\s\()(?P<p>(?!{MONTH}|(?i:{SEASON})|Vols?\.|[Oo]riginal|[Pp]p?\.|[Ss]eason|[Ee]pisode)(?:"
    r"(?:(?:[A-Z][\w&.’/-]*|of|and|for|the|on|in)\s){0,8}(?:[Nn]o\.\s?|[Nn]os\.\s?|#)(?=\w)[\w][\w./–-]*"
    r"|(?:[A-Z][\w&.’/-]*\s){1,6}[A-Z]{0,5}[-/]?\d[\w./–-]*"
    r"|[A-Z]{2,8}(?:[-/][A-Z]{1,4})?[-/ ]?\d[\w./–-]*(?:-[A-Z]+)?))(?=[);])"
    rf"|\b(?P<n>(?:(?:[Tt]echnical|[Rr]esearch|[Ww]orking|[Oo]ccasional|[Dd]iscussion|[A-Z]{{2,8}})\s){{0,3}}{_REPORTED}\s(?:(?:[Nn]o\.|[Nn]umber)\s?)?[A-Z]{{0,4}}[-/]?\d(?:[\w./-]*\w)?"
    # A paper that its institution gave no number.
    r"|(?:[Ww]orking|[Dd]iscussion|[Oo]ccasional)\s[Pp]aper(?=,\s[A-Z])"
    r"|(?:c|ch|Chapter)\.\s\d+|\d+\s(?:[A-Z][\w.]*\s)?(?:Rep\.|Stat\.|U\.S\.)\s\d+|§+\s?[\d–.-]+)"
)  # fmt: skip

# -- parts of series, of newspapers, of books
_EPISODE = r"(?:[Ss]eason|[Ss]eries)\s\d+,?\s(?:[Ee]pisode|[Ee]p\.)\s\d+|(?:[Ee]pisode|[Ee]p\.|[Ss]eason|[Nn]o\.|[Tt]rack)\s?\d+"
SECTION = re.compile(
    r"\b(?P<s>(?:[Ss]eason|[Ss]eries)\s\d+,?\s(?:[Ee]pisodes?|eps?\.)\s\d+(?:[-–]\d+)?|(?:[Ee]pisode|[Ee]p\.)\s?\d+|[Ss]ec(?:tion|\.)\s(?:[A-Z]\b\d*|\d+|[A-Z][\w& ]{2,30}(?=[,.])))"
    rf"|\((?P<n>{_EPISODE})\)"
)  # fmt: skip
CHAPTER = r"(?:[Cc]hap(?:ter|\.)\s(?:\d{1,3}|[A-Z][a-z]+))"
IN = re.compile(
    rf"(?:(?<=[.,”\"?!)\]]\s)|^)(?P<chapter>{CHAPTER}\s)?[Ii]n:?\s(?=\S)|(?<=\]\.\s)On\s(?=\S)"
)
GENERIC_TO = re.compile(
    rf"(?<=[.”\"]\s)(?P<title>{one_of(p.capitalize() for p in ordered('descriptions.nouns', 'parts'))})\s(?P<to>to)\s"
)
SV = re.compile(r"\bs\.v\.\s")
STANDARD = re.compile(r"\b(?:ISBN|ISSN)(?:-1[03])?:?\s?[\dXx‑–-][\dXx ‑–-]{6,16}[\dXx]")
ORIGINAL = re.compile(
    r"\(?[Oo]riginal(?:ly)?\s(?:work\s)?(?:published|recorded|aired|delivered|performed)(?:\sin)?\s(?P<date>[^()]{2,50})\)"
    rf"|\b[Oo]riginal(?:ly)?\s(?:work\s)?published(?:\sin)?\s(?P<bare>{DATE.pattern})"
)
# What reviews say of themselves, where an element begins.
REVIEW = re.compile(
    r"[\[(]?[Rr]eview\sof\s(?:the\s(?:book|film|exhibition|play|album|website|podcast)s?\s)?(?=[“\"A-Z*‘])"
)
# A year behind one of these belongs to the words before it (`the law of 1847`).
LEADING_IN = re.compile(r"\b(?:of|in|since|from|to|until|before|after|and|around|about|during)\s$")
# What an entry may have that is in no pattern: the hour, what a container is, the session of a house,
# where something was printed before.
SUPPLEMENTS = (
    re.compile(r"\b\d{1,2}:\d\d\s?(?:[ap]\.m\.|[AP]M\b)"),
    re.compile(r"(?<=\s)\((?:blog|podcast|website|newsletter)\)"),
    re.compile(
        r"\b\d{1,3}(?:st|nd|rd|th)\s(?:Congress|Assembly|Parliament)\b"
        r"(?:,\s\d\w+\s[Ss]ession)?(?:,\s(?:House|Senate)\s[^.,]{0,40})?"
    ),
    re.compile(r"(?<=\d,\s)supplement\s\d{1,3}(?=,)"),
    re.compile(r"\((?:Reprinted|Reissued|Adapted)\s(?:from|in)\s.{1,300}\)\.?$"),
    re.compile(r"\b(?:vol|Vol|bk|Book|pt|Part)\.?\s\d{1,2}\sof\sthe\s[a-z]"),
)
# Abbreviations whose period parts nothing.
ABBREVIATED = words("abbreviations.in-entries", "words")
