"""Made-up works of every kind, for the laws that composing, cutting and checking keep."""

from __future__ import annotations

from hypothesis import strategies as st

from grelt.text.names import PersonName
from grelt.works import DateValue, Group, Name, TextValue, Value, Work

FAMILIES = (
    "Okonjo",
    "Bray",
    "Penhale",
    "Teague",
    "Quill",
    "Ruiz-Lago",
    "Noor",
    "Lund",
    "Vance",
    "Aske",
    "Iwu",
)
GIVEN = (
    "Adaeze",
    "Tomas",
    "Jory",
    "Morwenna",
    "Hanna",
    "Carmen",
    "Samir",
    "Ingrid",
    "Oriel",
    "Mirren",
    "Chidi",
)
GROUPS = (
    "Estuary Trust",
    "Reach Harbour Office",
    "Harbour Lighting Board",
    "Saltmarsh Reach College",
)
TITLES = (
    "Salt and slack water", "The keeper and the fog: Essays on signals", "Who owns the mud?", "Bells and guns",
    "Night work in Saltmarsh Reach", "The price of salt", "Bread before dawn: A study of bakers", "Lamps go dark",
    "Measuring the ebb", "What the fog keeps",
)  # fmt: skip
JOURNALS = ("Estuary Review", "Journal of Tidal Science", "Reach Quarterly", "Low Country Studies")
MAGAZINES = ("Low Country Monthly", "Shore Magazine", "Reach Weekly")
PAPERS = ("The Reach Courier", "Saltmarsh Herald", "Low Country Gazette")
BOOKS = ("The working estuary", "Coins of necessity", "Wet trades: Work on the water")
PRESSES = ("Tidemark Press", "Harbour Light Books", "Pond House Books", "Heron Street Press")
PLACES = ("Saltmarsh", "Tern Lock", "Lode")
SITES = ("Mills of the Reach", "Fog Signal Archive", "Reach Transit")

# What each kind is made of: needed elements, and some that may be there.
MAKE_UP: dict[str, tuple[str, str]] = {
    "book": ("author title publisher place date", "edition"),
    "edited-book": ("editor title publisher place date", "edition"),
    "chapter": ("author title container editor publisher place date pages", ""),
    "journal-article": ("author title journal volume issue date pages", "doi"),
    "magazine-article": ("author title magazine day pages", ""),
    "newspaper-article": ("author title newspaper day url", ""),
    "web-page": ("author title site day url", ""),
    "report": ("group title number publisher place date", "url"),
    "thesis": ("author title medium institution date", ""),
}


def names(most: int) -> st.SearchStrategy[tuple[Name, ...]]:
    person = st.builds(PersonName, st.sampled_from(FAMILIES), st.sampled_from(GIVEN))
    return st.lists(person, min_size=1, max_size=most, unique_by=lambda n: n.family).map(tuple)


def _text(options: tuple[str, ...]) -> st.SearchStrategy[TextValue]:
    return st.sampled_from(options).map(TextValue)


_YEARS = st.integers(1950, 2024)
_VALUES: dict[str, st.SearchStrategy[Value]] = {
    "author": names(2),
    "editor": names(2),
    "group": st.sampled_from(GROUPS).map(lambda g: (Group(g),)),
    "title": _text(TITLES),
    "container": _text(BOOKS),
    "journal": _text(JOURNALS),
    "magazine": _text(MAGAZINES),
    "newspaper": _text(PAPERS),
    "site": _text(SITES),
    "publisher": _text(PRESSES),
    "place": _text(PLACES),
    "institution": _text(("Saltmarsh Reach College", "University of the Estuary")),
    "medium": _text(("PhD dissertation", "MA thesis")),
    "number": st.integers(2, 40).map(lambda n: TextValue(f"Report No. {n}")),
    "edition": _text(("2nd", "3rd", "rev.")),
    "volume": st.integers(1, 60).map(lambda n: TextValue(str(n))),
    "issue": st.integers(1, 12).map(lambda n: TextValue(str(n))),
    "pages": st.tuples(st.integers(1, 480), st.integers(1, 60)).map(
        lambda p: TextValue(f"{p[0]}-{p[0] + p[1]}")
    ),
    "date": _YEARS.map(DateValue),
    "day": st.builds(DateValue, _YEARS, st.integers(1, 12), st.integers(1, 28).map(str)),
    "doi": st.integers(100, 999).map(lambda n: TextValue(f"10.5555/er.{n}")),
    "url": st.integers(100, 999).map(lambda n: TextValue(f"https://mills.example/p/{n}")),
}
_STANDS_FOR = {"journal": "container", "magazine": "container", "newspaper": "container", "site": "container",
               "day": "date", "group": "author"}  # fmt: skip


@st.composite
def works(draw: st.DrawFn) -> Work:
    """A work of any kind with sensible values."""
    kind = draw(st.sampled_from(sorted(MAKE_UP)))
    needed, may = MAKE_UP[kind]
    elements = needed.split() + [e for e in may.split() if draw(st.booleans())]
    values = {_STANDS_FOR.get(e, e): draw(_VALUES[e]) for e in elements}
    return Work(kind, values)
