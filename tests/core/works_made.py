"""Made-up works of every kind, for the laws that composing, cutting and checking keep.

Each is the worked example of its kind with other values: the elements are those that the kind has, the words
the real world's where there is a table of them, since real entries are made of such words.
"""

from __future__ import annotations

from hypothesis import strategies as st

from grelt.composing import examples
from grelt.text.names import PersonName
from grelt.words import ordered
from grelt.works import DateValue, Group, TextValue, Value, Work, is_names

FAMILIES = (
    "Okonjo", "Bray", "Penhale", "Teague", "Quill", "Ruiz-Lago", "Noor", "Lund", "Vance", "Aske", "Iwu", "Muñoz",
    "Ortega Ruiz", "van den Berg", "O’Rourke", "McBride", "Nguyễn", "Ng", "Le Guin", "Page", "May", "D’Aubry",
)  # fmt: skip
GIVEN = (
    "Adaeze", "Tomas", "Jory", "Morwenna", "Hanna", "Carmen", "Samir", "Ingrid", "Oriel", "Mirren C.", "J. Chidi",
    "Anne-Marie", "Lena B. A.", "W. E.",
)  # fmt: skip
GROUPS = (
    "Estuary Trust", "Reach Harbour Office", "Harbour Lighting Board", "Saltmarsh Reach College",
    "U.S. Department of Tides", "World Rope Council", "National Society for the Study of Bells",
)  # fmt: skip
TITLES = (
    "Salt and slack water", "The keeper and the fog: Essays on signals", "Who owns the mud?", "Bells and guns",
    "Night work in Saltmarsh Reach", "The price of salt", "Bread before dawn: A study of bakers", "Lamps go dark",
    "Measuring the ebb", "What the fog keeps", "On “slack” and other words", "Ferries, 1820–1914",
)  # fmt: skip
SHORT = ("Sluice", "Ferry", "Slack water")
BOOKS = ("The working estuary", "Coins of necessity", "Wet trades: Work on the water")
SITES = ("Mills of the Reach", "Fog Signal Archive", "Reach Transit")

_YEARS = st.integers(1950, 2024)
# By kind and element; of an element in any kind; what neither names stays as it is in the worked example.
_OF_KIND: dict[tuple[str, str], tuple[str, ...]] = {
    ("chapter", "container"): BOOKS,
    ("journal-article", "container"): tuple(
        n for n in ordered("periodicals.journals", "names") if " " in n
    ),
    ("review", "container"): tuple(n for n in ordered("periodicals.journals", "names") if " " in n),
    ("magazine-article", "container"): ordered("periodicals.magazines", "names"),
    ("newspaper-article", "container"): ordered("periodicals.newspapers", "names"),
    ("web-page", "container"): SITES,
    ("web-site", "title"): SITES,
    ("social-post", "container"): ("Facebook", "Instagram", "Bluesky", "Mastodon", "LinkedIn"),
    ("video", "container"): ("YouTube", "Vimeo"),
    ("reference-entry", "title"): SHORT,
    ("software", "title"): ("Lampcount", "TideTool", "Fogbank"),
    ("legal", "title"): ("Reach Harbours Act", "Ferries and Fords Act"),
    ("book", "publisher"): ordered("publishing.presses", "names"),
    ("edited-book", "publisher"): ordered("publishing.presses", "names"),
    ("chapter", "publisher"): ordered("publishing.presses", "names"),
    ("reference-entry", "publisher"): ordered("publishing.presses", "names"),
}
_OF_ELEMENT: dict[str, tuple[str, ...]] = {
    "title": TITLES,
    "reviewed": BOOKS,
    "place": tuple(c for c in ordered("places.cities", "names") if c.isascii() and c.isalpha()),
    "institution": (
        "Saltmarsh Reach College",
        "University of the Estuary",
        "University of Michigan",
    ),
    "edition": ("2nd", "3rd", "rev."),
}
_BOUND = frozenset({("image", "institution"), ("software", "edition"), ("legal", "title")})


@st.composite
def works(draw: st.DrawFn) -> Work:
    """A work of any kind with sensible values."""
    kind = draw(st.sampled_from(sorted(examples())))
    return Work(kind, {e: draw(_value(kind, e, v)) for e, v in examples()[kind][0].values.items()})


def _value(kind: str, element: str, as_is: Value) -> st.SearchStrategy[Value]:
    if is_names(as_is):
        if any(isinstance(n, Group) for n in as_is):
            return st.sampled_from(GROUPS).map(lambda g: (Group(g),))
        person = st.builds(PersonName, st.sampled_from(FAMILIES), st.sampled_from(GIVEN))
        most = 4 if element == "author" else 2
        return st.lists(person, min_size=1, max_size=most, unique_by=lambda n: n.family).map(tuple)
    if isinstance(as_is, DateValue):
        if as_is.month is None:
            return _YEARS.map(DateValue)
        day = st.integers(1, 28).map(str) if as_is.day else st.just("")
        return st.builds(DateValue, _YEARS, st.integers(1, 12), day)
    options = _OF_KIND.get((kind, element)) or _OF_ELEMENT.get(element, ())
    if options and (kind, element) not in _BOUND - _OF_KIND.keys():
        return st.sampled_from(options).map(TextValue)
    if element in ("volume", "issue"):
        return st.integers(1, 60).map(lambda n: TextValue(str(n)))
    if element == "pages":
        return st.tuples(st.integers(1, 1480), st.integers(1, 60)).map(
            lambda p: TextValue(f"{p[0]}-{p[0] + p[1]}")
        )
    if element == "doi":
        return st.integers(100, 999).map(lambda n: TextValue(f"10.5555/er.{n}"))
    if element == "url" and kind != "web-site":
        return st.integers(100, 999).map(lambda n: TextValue(f"https://www.mills.example/p/{n}"))
    return st.just(as_is)
