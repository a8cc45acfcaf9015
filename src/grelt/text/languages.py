"""The language of a few words, told by the small words that only it has."""

from __future__ import annotations

import re

from .folding import fold

# Small words, without those that several of these languages share.
_SMALL_WORDS = {
    "en": "the of and in to for with from on by an at its their as is was how why what does did who when "
    "where we you my your they this that not if can will",
    "fr": "le les des du une et dans pour sur aux au ses leur qui ou est ce cette l d qu",
    "de": "der die das und im den dem des ein eine einer zur zum von mit fur uber auf bei ist",
    "es": "el los las del y una unos por para como su sus al lo entre sobre",
    "it": "il lo gli della delle dei degli nel nella e per con dal alla sul una tra",
    "nl": "het een van en voor met op bij naar aan uit tot zijn ons",
    "pt": "o os as da das do dos uma e em na no nas nos para com pelo sobre",
    "sv": "och ett av i pa for till fran med som den det om",
    "la": "et ex ad cum sub pro seu sive quae",
}
_TABLE = {language: frozenset(words.split()) for language, words in _SMALL_WORDS.items()}
_WORD = re.compile(r"[^\W\d_]+")
_LETTERS = {"ß": "de", "ñ": "es", "¿": "es", "ã": "pt", "õ": "pt", "œ": "fr", "å": "sv"}


def detect_language(text: str) -> str | None:
    """Two letters for the language of a title or a sentence; None where it cannot be told.

    The language with the most small words, if it has two more than any other, or the only ones
    there are; a letter that only one language has counts as one.
    """
    words = [fold(w) for w in _WORD.findall(text)]
    if words[:1] == ["do"]:
        words = words[1:]  # English questions begin with it, Portuguese has it between words
    scores = {language: sum(w in small for w in words) for language, small in _TABLE.items()}
    for letter, language in _LETTERS.items():
        scores[language] += letter in text.casefold()
    ranked = sorted(scores.items(), key=lambda item: (-item[1], item[0]))
    (best, most), (_, second) = ranked[:2]
    if most == 0 or most == second or (most - second == 1 and second > 0):
        return None
    return best
