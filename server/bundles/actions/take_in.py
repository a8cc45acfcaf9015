"""Makes papers of a bundle's files, each once."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from django.db import transaction

from config.problems import Problem
from papers.actions.upload_paper import HandedIn, upload_draft, upload_papers
from papers.models import Paper

from ..models import Bundle, BundleFile

# So many files are held in memory at once.
_AT_ONCE = 50


def take_in(bundle: Bundle, writers: Mapping[int, str], without: Collection[int]) -> None:
    """Take the files in, with the writers that a person gave (those told by the file, where nobody said
    otherwise). A file of a writer who has a paper already is their next draft. A file that cannot be taken in
    says why, and holds up no other. Raises `Problem` where the bundle is not ready."""
    with transaction.atomic():
        locked = Bundle.objects.select_for_update().defer("content").get(pk=bundle.pk)
        if locked.state != Bundle.State.READY:
            raise Problem("not-ready", "These files are taken in already, or not unpacked yet.")
        locked.state = Bundle.State.TAKEN
        locked.save(update_fields=["state"])
        open_ones = locked.files.filter(problem="")
        open_ones.filter(pk__in=without).update(problem="Left out.", content=b"")
        numbers = list(open_ones.values_list("pk", flat=True))
        for at in range(0, len(numbers), _AT_ONCE):
            files = list(BundleFile.objects.filter(pk__in=numbers[at : at + _AT_ONCE]))
            for file in files:
                file.writer = writers.get(file.pk, file.writer).strip()[:200]
            _take(locked, files)
            BundleFile.objects.bulk_update(files, ["writer", "problem", "paper", "content"])


def _take(bundle: Bundle, files: list[BundleFile]) -> None:
    """First the papers of those who have none yet, then what are next drafts of papers."""
    papers = Paper.objects.filter(assignment=bundle.assignment, removed_at=None).order_by("-pk")
    known = {paper.writer: paper for paper in papers if paper.writer}
    first: list[BundleFile] = []
    for file in files:
        if file.writer not in known and file.writer not in {f.writer for f in first if f.writer}:
            first.append(file)
    made = upload_papers(bundle.assignment, [(_handed(bundle, f), f.writer) for f in first])
    for file, found in zip(first, made, strict=True):
        if isinstance(found, Problem):
            file.problem = str(found)
        else:
            file.paper = found
            known.setdefault(found.writer, found)
    for file in files:
        if file not in first:
            _take_draft(bundle, file, known.get(file.writer))
        file.content = b""


def _take_draft(bundle: Bundle, file: BundleFile, paper: Paper | None) -> None:
    """A further file of a writer; the first of whose was refused, it is their paper."""
    try:
        # Of its own, so that what one file leaves undone is not undone for all.
        with transaction.atomic():
            if paper is not None:
                upload_draft(paper, _handed(bundle, file))
                file.paper = paper
                return
            (found,) = upload_papers(bundle.assignment, [(_handed(bundle, file), file.writer)])
            if isinstance(found, Problem):
                raise found
            file.paper = found
    except Problem as refused:
        file.problem = str(refused)


def _handed(bundle: Bundle, file: BundleFile) -> HandedIn:
    key = f"bundle {bundle.pk} {file.pk}"
    return HandedIn(
        file.name, bytes(file.content), key, title=file.title, identifiers=file.identifiers
    )
