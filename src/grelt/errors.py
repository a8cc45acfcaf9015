"""What can be wrong with an input: one class each, with a stable code and a way out.

The message is for a writing instructor: what is wrong, then what to do. None of
these is a finding; findings are about the paper, errors about the request.
"""

from __future__ import annotations


class GreltError(Exception):
    """Base of every error the core raises on purpose."""

    code = "grelt-error"

    def __init__(self, message: str) -> None:
        super().__init__(message)
        self.message = message


class ReportsUnreadable(GreltError):
    """A file that should hold reports holds none."""

    code = "reports-unreadable"


class PaperUnreadable(GreltError):
    """The file cannot be read as a paper."""

    code = "paper-unreadable"


class PaperMissing(PaperUnreadable):
    code = "paper-missing"


class PaperEmpty(PaperUnreadable):
    code = "paper-empty"


class PaperDamaged(PaperUnreadable):
    code = "paper-damaged"


class PaperMislabelled(PaperUnreadable):
    code = "paper-mislabelled"


class PaperEncrypted(PaperUnreadable):
    code = "paper-encrypted"


class PaperScanned(PaperUnreadable):
    """Pictures of pages, and no text."""

    code = "paper-scanned"


class PaperTooLarge(PaperUnreadable):
    code = "paper-too-large"


class PaperHostile(PaperUnreadable):
    """Built to harm: a zip bomb, XML entities."""

    code = "paper-hostile"


class FormatUnsupported(PaperUnreadable):
    code = "format-unsupported"


class GuideUnknown(GreltError):
    code = "guide-unknown"


class HouseRuleInvalid(GreltError):
    code = "house-rule-invalid"


class RecordsInvalid(GreltError):
    code = "records-invalid"


class RuleUnknown(GreltError):
    code = "rule-unknown"


class RuleMisbehaved(GreltError):
    """A rule of ours gave a finding that says nothing: a fault of the build, raised in tests alone."""

    code = "rule-misbehaved"


class ReturnImpossible(GreltError):
    """A return cannot be made in the form asked for."""

    code = "return-impossible"
