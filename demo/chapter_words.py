"""The registers that the thesis chapter is put together from."""

from __future__ import annotations

GIVEN = tuple(
    "Abel Ada Agnes Alban Brita Bram Cora Colm Dora Dario Edda Elias Fenna Felix Greta Gil Hanne "
    "Hugo Iris Ivo Jessa Jonas Katrin Kaspar Lena Lorne Maud Milo Nadia Nils Odile Otto Petra "
    "Pavel Ruth Rufus Selma Silas Tilda Tobias Una Viktor Willa Wim".split()
)
SURNAME_STARTS = tuple(
    "Ash Brae Cald Dun Ell Farn Gar Hol Ing Jes Kel Lang Mar Nor Oak Pen Quar Ros Sal Thorn Und Ven "
    "Wal Yar".split()
)
SURNAME_ENDS = tuple("by combe den field ford gate ham ley more ton well wick".split())
TITLES = tuple(
    "Locks Horses Tolls Bread Ice Coal Silver Hay Rope Ledgers Stone Ferries Mills Sluices Wages "
    "Winters Bridges Basins Boats Kilns Fences Weirs Taverns Tokens".split()
)
SUBTITLES = (
    "Work on the Osier Cut", "A Study of the Inland Carriers", "The Company and Its Men",
    "Accounts of a Small Canal", "Custom and Contract on the Water", "Trade below Tern Lock",
    "The Parish and the Boat", "Reckoning at the Basin", "A History in Receipts",
    "Households of the Towpath", "Seasons of the Upper Level", "Credit before the Railway",
)  # fmt: skip
PLACES = (
    "Tern", "Lode", "the basin", "the upper level", "Heron Bridge", "the sill at Marl",
    "Cooper's Wharf", "the long pound", "Saint Osyth's Lock", "the Marl tunnel",
)  # fmt: skip
SUBJECTS = (
    "the keepers", "the carriers", "the stable-women", "the company's clerks", "the lime burners",
    "the owners of single boats", "the parish officers", "the men of the quarry", "the millers",
)  # fmt: skip
SECTIONS = (
    "The Keepers and Their Books", "Carriers with Boats and without", "What Went by Water",
    "The Parish at the Water's Edge", "Horses and Hay", "Money That Was Good at One Shop",
    "Frost and Drought", "The Quarry Trade", "Law upon the Water", "Before the Railway",
)  # fmt: skip
OPENINGS = (
    "The figures for {place} begin in {year} and are kept, with two gaps, to the end of the period.",
    "What is known of {subject} comes for the most part from people who disliked them.",
    "No part of the trade has been so often described as that of {place}, and none so seldom counted.",
    "In {year} the company asked {subject} for a return, and for once it got one.",
    "It is convenient to begin with {place}, where the record is fullest.",
    "Between {place} and {other} there were {count} boats at work in an ordinary week.",
    "The question of what {subject} were paid has no single answer.",
    "A good deal has been made of the quarrel of {year}, and a good deal more could be.",
    "Of the {count} families that lived by the water at {place}, about half lived on it.",
    "Something changed at {place} in the years after {year}, though not all at once.",
)
CLAIMS = (
    "By {year} {subject} had come to expect a payment that the company had never agreed to.",
    "At {place} the burden of a boat rose by a quarter within ten years, while the toll stood still.",
    "{count} boats are named in the book, and only nine of them twice.",
    "The custom of {place} was older than the canal and had been brought there by ferrymen.",
    "Most of {subject} held some land, if only a strip between the towpath and the hedge.",
    "In the hard months a third of what was carried to {place} was carried on credit.",
    "{subject} were not, as has been thought, hired by the year.".replace("{subject}", "These men"),
    "The rate at {other} was a penny lower, and everybody knew why.",
    "After {year} the books of {place} are kept in another hand and say less.",
    "Where the two accounts can be compared, they differ by less than a twentieth.",
    "The loss fell on {subject}, who had no one to pass it to.",
    "When the water was low, boats for {place} went half laden and paid for the whole.",
)
ASIDES = (
    "The clerk at {place} saw no reason to write it down.",
    "Nobody seems to have asked {subject} what they thought.",
    "It was a small sum, and it was disputed for eleven years.",
    "How far this was true of {other} is hard to say.",
    "The same had been said a generation earlier, and was then forgotten.",
    "Not every boat was counted, and not every count was sent in.",
    "For {subject} it made little difference.",
    "This was the view of the company, and for a time of its historians.",
    "The exception was {place}, where the matter was settled over beer.",
    "There were good years too, which leave fewer papers.",
)
QUOTED = (
    "A keeper wrote that there was “more water in the accounts than in the Cut.”",
    "One of them told the magistrate that “a boat is a house with a trade in it.”",
    "The return describes the place as “quiet, being frozen.”",
    "The minutes speak of “certain allowances, of which the less said.”",
    "An engineer thought the reckoning “correct in everything but the sum.”",
)
CLOSINGS = (
    "Seen from {place}, the change of {year} was no change at all.",
    "On this point the record of {place} is clearer than that of {other}.",
    "That {subject} went along with it is the thing to be explained.",
    "It would be wrong to build much on {count} receipts, but it would be worse to pass them over.",
    "Whatever the reason, the arrangement outlived everyone who had made it.",
    "The matter was not raised again until {year}, and by then nobody at {place} remembered it.",
)
