"""Ends a check without a report, always with a message and a way on."""

from __future__ import annotations

from django.utils import timezone

from grelt.confined import Confined, OverMemory, OverTime

from ..models import Check

_AGAIN = "The file is kept. Try the check again, and if it fails again tell whoever runs Grelt."
_SMALLER = "The file is kept. Ask for the paper as a plain .docx, without pictures and drawings."


def fail_check(check: Check, code: str, message: str) -> bool:
    """Whether it was still this attempt's to end."""
    now = timezone.now()
    return bool(
        Check.objects.filter(
            pk=check.pk, state=Check.State.RUNNING, attempt=check.attempt
        ).update(
            state=Check.State.FAILED, error_code=code, error_message=message,
            finished_at=now, changed_at=now,
        )
    )  # fmt: skip


def why_ended(ended: Confined | None) -> tuple[str, str]:
    """Code and message for a check whose process was ended, or that broke (None)."""
    if isinstance(ended, OverTime):
        return "check-too-long", f"Checking this paper took longer than it may. {_SMALLER}"
    if isinstance(ended, OverMemory):
        return "check-too-large", f"Checking this paper took more memory than it may. {_SMALLER}"
    if ended is not None:
        return "check-died", f"Checking this paper broke off twice. {_AGAIN}"
    return "check-failed", f"Grelt could not finish checking this paper. {_AGAIN}"
