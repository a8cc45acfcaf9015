"""Runs a check: the core on the stored file, in a process of its own, outside of any transaction."""

from __future__ import annotations

import hashlib
import json
import logging
import time
from typing import Any

from django.conf import settings
from django.utils import timezone

from grelt import api as core
from grelt.confined import Confined, Confinement, OverMemory, OverTime
from sources.queries import records_text

from ..models import Check, Draft, Report
from .begin_check import begin_check
from .fail_check import fail_check, why_ended
from .finish_check import finish_check
from .release_check import release_check

_log = logging.getLogger(__name__)


def confinement() -> Confinement:
    """How much memory and time a check may take."""
    return Confinement(settings.CHECK_MEMORY, settings.CHECK_SECONDS)


def run_check(check_id: int) -> None:
    """Run a queued check to its end. A check that is gone, done or another's is passed over."""
    check = begin_check(check_id)
    while check is not None:
        try:
            _to_its_end(check)
            return
        except (OverTime, OverMemory) as ended:
            fail_check(check, *why_ended(ended))
            return
        except Confined:
            _log.warning("the process of check %s died", check_id)
            check = begin_check(check_id) if release_check(check_id) else None
        except core.GreltError as refused:
            fail_check(check, refused.code, refused.message)
            return
        except Exception:
            fail_check(check, *why_ended(None))
            raise


def _to_its_end(check: Check) -> None:
    began = time.perf_counter()
    draft = check.draft
    inputs = inputs_of(check)
    key = key_of(draft, inputs)
    finish_check(check, key, report_by(key, draft, inputs), time.perf_counter() - began)


def report_by(key: str, draft: Draft, inputs: core.CheckInputs) -> dict[str, Any]:
    """The report that has this key, made where there is none yet."""
    known = Report.objects.filter(pk=key).values_list("body", flat=True).first()
    return known if known is not None else _checked(draft, inputs)


def _checked(draft: Draft, inputs: core.CheckInputs) -> dict[str, Any]:
    text = confinement().run(core.check_written, bytes(draft.content), draft.file_name, inputs)
    found: dict[str, Any] = json.loads(text)
    return found


def inputs_of(check: Check) -> core.CheckInputs:
    """What a check of the draft would go by now."""
    paper = check.draft.paper
    joins = dict(paper.joins.values_list("citation_key", "entry_key"))
    hands = {
        key: {"kind": kind, "borders": borders}
        for key, kind, borders in paper.hands.values_list("entry_key", "kind", "borders")
    }
    identifiers = check.draft.identifiers or []
    asked = bool(settings.RECORDS_ADDRESS and identifiers)
    return core.CheckInputs(
        guide=paper.guide_id,
        house=paper.assignment.whole_house,
        date=timezone.localdate().isoformat(),
        joins=joins,
        hands=hands,
        roles=dict(paper.paragraph_hands.values_list("paragraph_key", "role")),
        records=records_text(identifiers, check.records_problem) if asked else None,
    )


def key_of(draft: Draft, inputs: core.CheckInputs) -> str:
    """A hash of everything that decides the report."""
    parts = [
        draft.sha256, draft.file_name, inputs.guide, inputs.house, inputs.date,
        sorted(inputs.joins.items()), sorted(inputs.hands.items()),
        sorted(inputs.roles.items()), inputs.records,
        core.build_id(), core.SCHEMA_VERSION,
    ]  # fmt: skip
    return hashlib.sha256(json.dumps(parts, sort_keys=True).encode()).hexdigest()
