"""Ranks the fits of an entry's units to the patterns of the kinds, with the evidence for each kind."""

from __future__ import annotations

from ..guides.kinds import KindForm, Kinds
from ..guides.pattern import Sequence
from .assign import Fit, Fitter
from .evidence import Evidence, weigh
from .unit import Unit
from .written import Written

# So many patterns are fitted in full, of those that a glance holds the likeliest.
TRIED = 20


def ranked(
    written: Written,
    units: list[Unit],
    patterns: list[tuple[KindForm, Sequence]],
    kinds: Kinds,
    most: int = TRIED,
) -> list[Fit]:
    """The fits of the likeliest patterns, the best first, their scores with the evidence for the kind."""
    fitter = Fitter(written.text, units, kinds, italics_known=written.italics_known)
    evidence = Evidence(written.text, units)
    glance = evidence.glance()
    known = {form.kind: weigh(form.kind, glance) for form in kinds.kinds.values()}
    rough = sorted(
        (
            (fitter.rough(form, p) + known[form.kind], number)
            for number, (form, p) in enumerate(patterns)
        ),
        key=lambda item: (-item[0], item[1]),
    )
    fits: list[Fit] = []
    for _, number in rough[:most]:
        fit = fitter.fit(*patterns[number])
        score = fit.score + weigh(fit.kind, evidence.of(fit.elements))
        fits.append(Fit(fit.kind, score, fit.elements, fit.starts, fit.titled, fit.form))
    fits.sort(key=lambda f: -f.score)
    return fits
