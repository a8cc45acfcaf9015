"""Reads whose a file of a bundle is off its first page, while it waits to be taken in."""

from __future__ import annotations

from django.db import transaction

from courses.writers import whose, writer_listed
from papers.actions.first_look import Looked, first_look

from ..models import Bundle, BundleFile


def to_look_at(bundle_id: int) -> list[int]:
    """Files that nobody has looked at, of a bundle that waits to be taken in."""
    files = BundleFile.objects.filter(bundle_id=bundle_id, bundle__state=Bundle.State.READY)
    return list(files.filter(problem="", looked_at=False).values_list("pk", flat=True))


def look_at_file(file_id: int) -> None:
    """Look at one file; once, however often the job runs, and not at one that was taken in meanwhile."""
    file = BundleFile.objects.filter(pk=file_id, looked_at=False, problem="").first()
    if file is None:
        return
    looked = first_look(bytes(file.content), file.name) if file.content else None
    with transaction.atomic():
        # As taking in does: whoever comes second sees what the first has done.
        bundle = (
            Bundle.objects.select_for_update().defer("content").filter(pk=file.bundle_id).first()
        )
        if looked is not None and bundle is not None and bundle.state == Bundle.State.READY:
            _tell(bundle, file, looked)


def _tell(bundle: Bundle, file: BundleFile, looked: Looked) -> None:
    names = list(bundle.assignment.course.writers.values_list("name", flat=True))
    by_name = file.writer
    file.writer = whose(names, looked.writer, by_name)[:200]
    if looked.writer and file.writer in (looked.writer, writer_listed(names, looked.writer)):
        file.told_by = "paper"
    file.title = looked.title[:300]
    file.identifiers = looked.identifiers
    file.problem = looked.problem
    file.looked_at = True
    if file.problem:
        file.content = b""
    file.save()
