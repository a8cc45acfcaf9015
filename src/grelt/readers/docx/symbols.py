"""Symbols of a .docx: characters of faces that have letters of their own."""

from __future__ import annotations

# The Symbol face: Greek by Latin letters, and the signs that papers use.
_LATIN = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz"
_GREEK = "ΑΒΧΔΕΦΓΗΙϑΚΛΜΝΟΠΘΡΣΤΥςΩΞΨΖαβχδεφγηιϕκλμνοπθρστυϖωξψζ"
_SYMBOL = {
    **dict(zip(map(ord, _LATIN), _GREEK, strict=True)),
    0xA3: "≤", 0xB3: "≥", 0xB0: "°", 0xB1: "±", 0xB4: "×", 0xB8: "÷", 0xB9: "≠", 0xBB: "≈",
    0xBC: "…", 0xB7: "•", 0xAE: "→", 0xAC: "←", 0xA5: "∞", 0x2D: "−",
}  # fmt: skip
_BULLETS = {0xA7, 0xB7, 0x6C, 0x6E, 0x75, 0x76, 0xD8, 0xFC}


def symbol(code: str, face: str) -> str:
    """The character of a `sym` element: its code (hexadecimal) in a face; unknown: U+FFFD."""
    try:
        point = int(code, 16)
    except ValueError:
        return ""
    low = point & 0xFF if 0xF000 <= point <= 0xF0FF else point
    name = face.casefold()
    if name == "symbol":
        return _SYMBOL.get(low, chr(low) if 0x20 <= low < 0x7F else "\ufffd")
    if name.startswith(("wingdings", "webdings")):
        return "•" if low in _BULLETS else "\ufffd"
    return chr(low) if 0x20 <= low < 0xD800 else "\ufffd"
