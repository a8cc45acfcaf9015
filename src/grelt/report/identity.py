"""Stable identities: the same slip keeps its key from check to check, so that a
person's decision outlives a new one."""

from __future__ import annotations

import hashlib
from collections import Counter

from ..paper import Paper
from ..text.folding import letters
from .engine import Finding


def finding_keys(paper: Paper, findings: tuple[Finding, ...]) -> tuple[str, ...]:
    """A key for each finding: of its rule, its subject as written, and the text at its place.

    Positions do not count, so text added elsewhere changes no key; equal slips are told
    apart by their order.
    """
    seen: Counter[str] = Counter()
    keys = []
    for finding in findings:
        slip = finding.slip
        if slip.entry is not None:
            subject = f"entry:{paper.entry_keys[slip.entry]}"
        elif slip.citation is not None:
            subject = f"citation:{paper.citation_keys[slip.citation]}"
        elif slip.paragraph is not None:
            subject = f"paragraph:{letters(paper.paragraph(slip.paragraph).text)[:160]}"
        elif slip.note is not None:
            first = paper.document.notes[slip.note].paragraphs[0]
            subject = f"note:{letters(paper.paragraph(first).text)[:160]}"
        else:
            subject = "paper"
        whole = f"{finding.rule.id}|{subject}|{slip.template}|{finding.found or ''}"
        seen[whole] += 1
        keys.append(hashlib.sha256(f"{whole}|{seen[whole]}".encode()).hexdigest()[:16])
    return tuple(keys)
