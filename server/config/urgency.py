"""Which jobs come first: what somebody waits for before the screen, before what goes on behind it."""

from enum import IntEnum


class Urgency(IntEnum):
    """The priority of a job; the higher is taken first, the older of equals."""

    SOON = 20
    """It takes a moment, and all else waits for it: a class is unpacked."""
    AT_ONCE = 10
    """Somebody looks at what it is for: one paper at the desk, a first page, a preview, returns."""
    CLASS = 0
    """The papers of a class are checked."""
    BEHIND = -10
    """Nobody waits: all papers are checked again by a new version."""
