"""Makes papers of a bundle's files, each once."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from django.db import transaction

from config.problems import Problem
from papers.actions.upload_paper import HandedIn, upload_draft, upload_paper
from papers.models import Paper

from ..models import Bundle, BundleFile


def take_in(bundle: Bundle, writers: Mapping[int, str], without: Collection[int]) -> None:
    """Take the files in, with the writers that a person gave (those told by the file's name, where nobody said
    otherwise). A file of a writer who has a paper already is their next draft. A file that cannot be taken in
    says why, and holds up no other. Raises `Problem` where the bundle is not ready."""
    with transaction.atomic():
        locked = Bundle.objects.select_for_update().get(pk=bundle.pk)
        if locked.state != Bundle.State.READY:
            raise Problem("not-ready", "These files are taken in already, or not unpacked yet.")
        locked.state = Bundle.State.TAKEN
        locked.save(update_fields=["state"])
        for number in list(locked.files.filter(problem="").values_list("pk", flat=True)):
            file = BundleFile.objects.get(pk=number)
            if number in without:
                file.problem = "Left out."
            else:
                _take(locked, file, writers.get(number, file.writer).strip())
            file.content = b""
            file.save()


def _take(bundle: Bundle, file: BundleFile, writer: str) -> None:
    handed = HandedIn(
        file.name,
        bytes(file.content),
        key=f"bundle {bundle.pk} {file.pk}",
        identifiers=file.identifiers,
    )
    earlier = (
        Paper.objects.filter(assignment=bundle.assignment, removed_at=None, writer=writer).first()
        if writer
        else None
    )
    file.writer = writer
    try:
        # Of its own, so that what one file leaves undone is not undone for all.
        with transaction.atomic():
            if earlier is not None:
                upload_draft(earlier, handed)
                file.paper = earlier
            else:
                file.paper = upload_paper(bundle.assignment, handed, writer)
    except Problem as refused:
        file.problem = str(refused)
