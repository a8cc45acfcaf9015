"""How the parts of an entry look: the patterns that tell them wherever they stand."""

from __future__ import annotations

import re

from ..forms.compose import GAPS
from ..text.names import NAME_WORD, UPPER
from ..works.dates import DATE

ROLE_WORDS = {
    "edit": "editor", "ed": "editor", "eds": "editor", "translat": "translator", "trans": "translator",
    "direct": "director", "dir": "director", "host": "host", "illustrat": "illustrator",
    "illus": "illustrator", "interview": "interviewer", "conduct": "interviewer",
    "upload": "uploader", "perform": "performer", "featur": "performer", "present": "host",
    "narrat": "performer", "read": "performer", "written": "author", "compil": "contributor",
    "comp": "contributor", "adapt": "contributor", "introduc": "contributor",
}  # fmt: skip
PERSON = (
    rf"(?:(?:Dr|Prof|Professor|Mr|Mrs|Ms|Sir)\.?\s)?(?:(?:{UPPER}\.[\s-]?)+|{NAME_WORD}\s)(?:(?:{UPPER}\.\s?|{NAME_WORD}\s|(?:van|von|der|den|de|la|du|ter|ten|di|da)\s))*"
    rf"{NAME_WORD}(?:,?\s(?:Jr\.|Sr\.|III?))?"
)
PEOPLE = rf"{PERSON}(?:(?:,\s{PERSON})*,?\s(?:and|&)\s{PERSON}|(?:,\s{PERSON})*,?\set\sal\.?)?"
INITIALLED = rf"(?:{UPPER}\.(?:[\s-]?{UPPER}\.)*\s)(?:(?:van|von|der|den|de|la)\s)*{NAME_WORD}"
INITIALLED_PEOPLE = rf"{INITIALLED}(?:,\s{INITIALLED})*(?:,?\s(?:and|&)\s{INITIALLED})?"
INVERTED_PEOPLE = rf"{NAME_WORD},\s{UPPER}\.(?:\s?{UPPER}\.)*(?:,?\s(?:&|and)\s{NAME_WORD},\s{UPPER}\.(?:\s?{UPPER}\.)*)?"
RANGE = r"(?:[A-Z]{1,2}|e(?=\d))?(?:\d{1,6}|[ivxlc]{1,7}\b)(?:\s?(?:--|[-–—‑−])\s?(?:[A-Z]{1,2}|e(?=\d))?(?:\d{1,6}|[ivxlc]{1,7}\b))?\+?"
DASHED = r"(?:[A-Z]{1,2}|e(?=\d))?(?:\d{1,6}|[ivxlc]{1,7})\s?(?:--|[-–—‑−])\s?(?:[A-Z]{1,2}|e(?=\d))?(?:\d{1,6}|[ivxlc]{1,7}\b)"
RANGES = rf"{RANGE}(?:,\s?{RANGE}(?![\w]))*"
ORDINAL = (
    r"(?:\d{1,3}(?:st|nd|rd|th)|[Ff]irst|[Ss]econd|[Tt]hird|[Ff]ourth|[Ff]ifth|[Ss]ixth|[Ss]eventh|"
    r"[Ee]ighth|[Nn]inth|[Tt]enth|[Rr]ev(?:ised|\.)|[Ee]xpanded|[Ee]nlarged|[Uu]pdated|[Aa]bridged|[Ii]nternational|"
    r"[Nn]ational|[Ll]ate|[Ee]vening|[Mm]orning|[Ee]arly|[Cc]ity|[Kk]indle|[Ee]-?book|[Ii]llustrated|[Cc]ritical|[Pp]aperback)"
)
# Places held for what an entry lacks, as corrected entries have them.
HELD = {text: element for element, text in GAPS.items() if element != "day"} | {
    f"[{e}]": e
    for e in "author title publisher volume issue institution place database edition event".split()
}
DOI = re.compile(
    r"(?:(?:https?://)?(?:dx\.|www\.)?doi\.org/|https?://doi-org\.[^\s/]+/|doi:?\s?(?:https?://(?:dx\.)?doi\.org/)?)(?P<doi>10\.\d{4,9}/\S+)"
    r"|(?<![\w/.])(?P<bare>10\.\d{4,9}/\S+)",
    re.I,
)
URL = re.compile(
    r"<?(?P<url>https?://[^\s<>]+|www\.[^\s<>]+|(?<![\w@./-])(?:[a-z0-9-]+\.)+(?:example|com|org|net|edu|gov|info|eu|uk|io)(?:/[^\s<>]*)?(?![\w@]))>?",
    re.I,
)
ACCESSED = re.compile(
    rf"\(?(?P<word>(?:[Ll]ast\s)?(?:[Aa]ccessed|[Rr]etrieved|[Vv]iewed|[Vv]isited|[Rr]ead))(?:\son)?:?,?\s(?P<date>{DATE.pattern})(?P<from>,?\sfrom:?)?\)?"
)
# How older editions gave the day of access: `Web. 12 Mar. 2020.`
WEB = re.compile(
    rf"(?<=[.”\")]\s)(?:Web|Internet|Online|World\sWide\sWeb)\.\s(?P<date>{DATE.pattern})(?=\.|$)"
)
RETRIEVED = re.compile(
    r"(?:Retrieved|Available|Accessed|Available\sonline)(?:\s(?:from|at|on))?:?(?=\s(?:the\s|https?:|www|[\w.-]+/))"
)
NUMBERING = re.compile(
    r"\b[Vv]ol(?:ume)?\.?\s?(?P<v7>\d{1,3})\.(?P<i7>\d{1,2})(?!\d)"
    r"|\b(?:[Vv]ol(?:ume|umes|s)?\.?|[Vv]\.(?=\s?\d))\s?(?P<v1>\d{1,4}(?:[-–/]\d{1,4})?|[IVXLC]{1,7}\b|[A-Z]\b)(?:(?P<m1>[,;.]?\s?\(?)(?:[Nn]umber|[Nn]um|[Nn]os|[Nn]o|[Nn]r|[Nn](?=\.\s?\d)|[Ii]ssue|[Ii]ss)s?(?![a-z])\.?\s?(?P<i1>[\w–/-]{1,8})\)?|(?P<p1>\s?\()(?P<i6>\d{1,3})\))?"
    r"|(?<![\d(])(?P<v2>\d{1,4}),?\s?\((?P<i2>(?!(?:1[4-9]|20)\d\d\))(?:(?:no\.\s?)?\d{1,4}(?:[-–/]\d{1,4})?|S\d|[Ss]uppl\.\s?\d*|[Ss]pecial\s[Ii]ssue))\)"
    r"|(?<![\d(])(?P<v3>(?!(?:1[4-9]|20)\d\d,)\d{1,4}),\s?(?:[Nn]umber|[Nn]os|[Nn]o|[Ii]ssue)\.?\s?(?P<i3>\d{1,4}(?:[-–/]\d{1,4})?)"
    r"|(?<=\s)(?P<v9>\d{1,3}),\s(?P<i9>\d{1,3})(?=:\s?\d)"
    r"|(?<=,\s)(?P<v8>\d{1,3}),\s(?P<i8>\d{1,3})(?=,\s\d+\s?[-–])"
    r"|\b(?:[Nn]umber|[Nn]o|[Ii]ssue)\.?\s?(?P<i4>\d{1,4})(?=[,.\s(:]|$)"
    r"|(?<![\d(./])(?P<v5>\d{1,3})\.(?P<i5>\d{1,2})(?=,?\s\(|:|,\s\d)"
)  # fmt: skip
BARE_VOLUME = re.compile(
    r"[,\s]\s?(?P<v>\d{1,4})(?=\s\((?!\d{1,3}\)|no)|:\s?\d|,\s(?:\d+\s?[-–—]|Article\s|e\d)|(?P<closed>\.\s))"
)
PAGES = re.compile(
    rf"\b(?P<label>[Pp]p?\.|[Pp][Pp]?(?=\s?\d)|[Pp]gs?\.|[Pp]ages?|S\.)\s?(?P<pages>{RANGES})(?!\w)"
)
BARE_PAGES = re.compile(
    rf"(?P<mark>:|,)\s?(?!(?:1[4-9]|20)\d\d\b(?!\s?[-–—]))(?P<pages>{DASHED}(?:,\s?{RANGE}(?![\w]))*|{RANGE})(?=[.,;\s]|$)"
)
ENCLOSED_PAGES = re.compile(r"(?<=\s)\((?P<pages>\d{1,5}\s?[-–—]\s?\d{1,5})\)(?=[.,])")
# Pages behind a year in parentheses, without the colon that should part them.
UNPARTED_PAGES = re.compile(
    rf"(?:(?<=\d\)\s)|(?<=[^\W\d_]\.\s)|(?<=\d\)\.\s)|(?<=\d{{4}}\.\s))(?P<pages>{DASHED})(?=[.,](?:\s|$))"
)
GENERIC_TO = re.compile(
    r"(?<=[.”\"]\s)(?P<title>Introduction|Foreword|Preface|Afterword|Epilogue|Prologue)\s(?P<to>to)\s"
)
ARTICLE = re.compile(
    r"\b(?P<label>[Aa]rticle\s(?:no\.\s|number\s)?)(?P<a>[A-Za-z]?\d{2,9})\b|(?<=[,:]\s)(?P<b>e\d{2,9})\b(?!\s?[-–])"
)
EDITION = re.compile(
    rf"\b(?P<e>{ORDINAL}(?:,?\s(?:and\s)?{ORDINAL})*\s(?:[Ee]dition|[Ee]dn\.?|[Ee]d\.?)(?!\w|\sby)|[Vv]ersion\s\d(?:[\w.]*\w)?|[Vv]\.?\s?\d+\.[\d.]*\d)"
)
EDITION_BEFORE = re.compile(rf"{ORDINAL}\s$")
VOLUMES = re.compile(r"\b(?P<n>\d{1,3})\svols?\.|\bVols\.\s(?P<r>\d{1,2}[-–]\d{1,2})")
BY = re.compile(
    rf"\b(?P<label>(?P<role>[Ee]dit|[Tt]ranslat|[Dd]irect|[Hh]ost|[Ii]llustrat|[Cc]onduct|[Uu]pload|[Pp]erform|[Nn]arrat|[Cc]ompil|[Ww]ritten|[Aa]dapt|[Ii]ntroduc|[Pp]resent)"
    rf"(?:ed|ance|ances|en|ion|tion|er)?(?:\sand\s(?:[Tt]ranslated|[Ee]dited|[Dd]irected|[Ii]ntroduced|[Aa]nnotated|[Pp]roduced))?\sby\s|(?P<role4>[Ff]eatur)ing\s|(?P<role5>[Ii]nterview)(?:ed|\sconducted)?\sby\s)(?P<who>{PEOPLE}|{NAME_WORD},\s(?P<turned>{NAME_WORD})(?=,\s[^\W\d_]|\.)|{NAME_WORD}(?=[,.]))"
    rf"|\b(?P<label2>(?P<role2>[Ee]ds?|[Tt]rans|[Ii]llus|[Dd]ir|[Cc]omp)\.\s(?:by\s)?)(?P<who2>{PEOPLE})"
    rf"|(?P<who3>{INITIALLED_PEOPLE}|{INVERTED_PEOPLE})(?P<label3>,?\s\(?(?P<role3>[Ee]ds?|[Tt]rans|Illus|Interviewer|Dir)s?\.?\)?)"
)  # fmt: skip
AFTER_LEAD = re.compile(
    r",?\s?\(?(?:(?:general|consulting|series)\s)?(?P<word>editors?|eds?\.|(?<=\()eds?(?=\))|translators?|trans\.|directors?|dir\.|dirs\.|hosts?|compilers?|comps?\.|"
    r"Executive\sProducers?|performers?|narrators?|illustrators?|illus\.|producers?)\)?(?=[.,\s]|$)",
    re.I,
)  # fmt: skip
HANDLE = re.compile(r"\s?[\[(](?P<handle>@[\w.-]+)[\])]")
BRACKET = re.compile(r"\[(?P<inner>[^\[\]]{2,160})\]")
DEGREE = r"(?:unpublished\s)?(?:(?:PhD|Ph\.D\.|MA|M\.A\.|MSc|M\.Sc\.|MPhil|BA|B\.A\.|BSc|[Dd]octoral|[Mm]aster[’']s|[Uu]ndergraduate|[Hh]onou?rs|[Ss]enior)\s(?:dissertation|diss\.|thesis)|[Dd]issertation|[Tt]hesis)"
MEDIUM = re.compile(
    rf"(?<![\w])(?P<m>{DEGREE}|[Pp]aper\s(?:presented|given|read|delivered)\sat|[Pp]resentation\sat|[Ll]ecture\s(?:given|delivered)\sat|"
    r"(?:[Ee]-?mail|[Ll]etter|[Mm]essage|[Tt]ext\smessage|[Cc]onversation|[Dd]iscussion)(?:\s(?:message\s)?(?:to|with)\s(?:the\s|this\s)?[Aa]uthor)|(?<=[.,”\"]\s)(?:[Ee]-?mail|[Ll]etter)\sto\s(?:the\s)?[A-Z][\w’.-]*(?:\s[A-Z][\w’-]*\.?){0,4}(?=[.,])|"
    r"(?<=[.,”]\s)[Ii]nterview\s(?:with|by|conducted\sby)\s(?:the\s)?author|"
    r"(?<=[.,”]\s)[Aa]dvance\sonline\spublication|"
    r"(?:[Pp]ersonal|[Tt]elephone|[Pp]hone|[Oo]nline|[Vv]ideo)\s(?:interview|communication|conversation)|"
    r"(?<=[.,”\"]\s)(?:Interview|Lecture|Keynote\s(?:address|lecture)|Address|Reading|Photograph|Painting|Etching|Woodcut|Map|Engraving|Film|Video|Poster|Paper\spresentation|Poster\spresentation|Conference\spresentation|Podcast|Audio(?:\srecording|\spodcast(?:\sepisode)?)?|Press\srelease|Audiobook(?:,\s\d+\shr\.)?(?:,\s\d+\smin\.)?|Blu-ray|DVD(?:,\s\d+\smin\.)?|PDF|Microfilm|Data\sset|Dataset|Computer\ssoftware|Oil\son\scanvas|Oil\son\spanel|Watercolou?r|Silver\sprint|Gelatin\ssilver\sprint)(?=[.,;]|$)"
    r")(?=[.,;\s]|$)"
)  # fmt: skip
SECTION = re.compile(
    r"\b(?P<s>(?:[Ss]eason|[Ss]eries)\s\d+,?\s(?:[Ee]pisode|ep\.)\s\d+|(?:[Ee]pisode|[Ee]p\.)\s?\d+|[Ss]ec(?:tion|\.)\s[A-Z]\b(?:\d+)?)"
    r"|\((?P<n>No\.\s\d+|Episode\s\d+|Season\s\d+,\sEpisode\s\d+)\)"
)  # fmt: skip
NUMBER = re.compile(
    r"\b(?P<n>(?:(?:[Tt]echnical|[Rr]esearch|[Ww]orking|[Oo]ccasional|[Dd]iscussion)\s)?(?:[Rr]eport|[Pp]aper|[Pp]ublication|[Bb]ulletin|[Cc]ircular|[Ss]tandard|[Mm]emorandum|[Oo]rder)\s(?:[Nn]o\.\s?|[Nn]umber\s)?[A-Z]{0,4}[-/]?\d(?:[\w./-]*\w)?|(?:[Rr]eport|[Pp]ublication|[Pp]aper|[Oo]rder|ISBN)\s[Nn]o\.\s?\w[\w./-]*|(?:c|ch|Chapter)\.\s\d+|\d+\s(?:[A-Z][\w.]*\s)?(?:Rep\.|Stat\.|U\.S\.)\s\d+|§+\s?[\d–.-]+)"
)  # fmt: skip
REVIEW = re.compile(r"[\[(]?[Rr]eview\sof\s(?:the\s(?:book|film|exhibition|play)\s)?(?=[“\"A-Z*])")
# What an entry may have that is in no pattern: the hour, what a container is, the session of a house,
# who wrote what another has translated.
SUPPLEMENTS = (
    re.compile(r"\b\d{1,2}:\d\d\s?(?:[ap]\.m\.|[AP]M\b)"),
    re.compile(r"(?<=\s)\((?:blog|podcast|website|newsletter)\)"),
    re.compile(
        r"\b\d{1,3}(?:st|nd|rd|th)\s(?:Congress|Assembly|Parliament)\b"
        r"(?:,\s\d\w+\s[Ss]ession)?(?:,\s(?:House|Senate)\s[^.,]{0,40})?"
    ),
    re.compile(rf"(?<=[^\W\d_],\s)by\s{PEOPLE}(?=\.\s)"),
    re.compile(rf"(?<=Interview\.\s)By\s{PEOPLE}(?=[.,]\s)"),
    re.compile(r"(?<=\d,\s)supplement\s\d{1,3}(?=,)"),
    re.compile(r"\(Reprinted\sfrom\s.{1,300}\)\.?$"),
)
IN = re.compile(r"(?:(?<=[.,”\"?!)\]]\s)|^)[Ii]n:?\s(?=\S)|(?<=\]\.\s)On\s(?=\S)")
MODIFIED = re.compile(
    r"\b(?:Last\s(?:modified|updated|revised)|Updated|Modified|Published)(?:\son)?\s$"
)
# A year behind one of these belongs to the words before it (`the law of 1847`).
LEADING_IN = re.compile(r"\b(?:of|in|since|from|to|until|before|after|and|around|about|during)\s$")
STANDARD = re.compile(r"\b(?:ISBN|ISSN)(?:-1[03])?:?\s?[\dXx‑–-][\dXx ‑–-]{6,16}[\dXx]")
SV = re.compile(r"\bs\.v\.\s")
OLD_MEDIUM = re.compile(r"(?<=[.”\")]\s)(?:Web|Print|Internet|Online|World\sWide\sWeb)\.(?=\s|$)")
ORIGINAL = re.compile(
    rf"\(?[Oo]riginal(?:ly)?\s(?:work\s)?published(?:\sin)?\s(?P<date>{DATE.pattern})\)?"
)
TITLED = re.compile(r"^(?:Dr|Prof|Professor|Mr|Mrs|Ms|Sir|Dame|Rev|Fr|Captain|Judge)\b\.?\s+")
# Abbreviations whose period parts nothing.
ABBREVIATED = frozenset(
    """jr sr st dr ed eds trans mr mrs ms prof rev vol vols no nos pp p p.m a.m c ca cf vs inc ltd co corp dept
    univ dir comp illus jan feb mar apr aug sept oct nov dec bros mt ft assn assoc u.s u.k gov hon ch sec fig n.d
    n ser esp min repr rpt op arch""".split()
)
