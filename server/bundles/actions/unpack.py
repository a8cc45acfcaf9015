"""Unpacks a bundle: what is a paper, what is none, and whose each is by its name."""

from __future__ import annotations

import hashlib

from django.db import transaction

from courses.writers import writer_listed
from grelt import api as core
from papers.models import Draft

from ..models import Bundle, BundleFile
from ..unzip import Unzipped, ZipRefused, files_in

_READ = ", ".join(core.READABLE)


def unpack_bundle(bundle_id: int) -> None:
    """Unpack one bundle; what was done is done once, however often the job runs."""
    bundle = Bundle.objects.filter(pk=bundle_id, state=Bundle.State.UNPACKING).first()
    if bundle is None:
        return
    names = list(bundle.assignment.course.writers.values_list("name", flat=True))
    there = dict(
        Draft.objects.filter(paper__assignment=bundle.assignment, paper__removed_at=None)
        .values_list("sha256", "paper__writer")
    )  # fmt: skip
    files: list[BundleFile] = []
    seen: dict[str, str] = {}
    problem = ""
    try:
        read = files_in(bytes(bundle.content))
        files.extend(_told(bundle, one, names, there, seen) for one in read)
    except ZipRefused as refused:
        problem = str(refused)
    if not problem and not files:
        problem = "There is no file in it."
    with transaction.atomic():
        locked = Bundle.objects.select_for_update().filter(pk=bundle_id).first()
        if locked is None or locked.state != Bundle.State.UNPACKING:
            return
        if not problem:
            BundleFile.objects.bulk_create(files, batch_size=20)
        locked.state = Bundle.State.FAILED if problem else Bundle.State.READY
        locked.problem, locked.content = problem, b""
        locked.save(update_fields=["state", "problem", "content"])


def _told(
    bundle: Bundle, read: Unzipped, names: list[str], there: dict[str, str], seen: dict[str, str]
) -> BundleFile:
    """A file with whose it is, or why it is not to be taken in."""
    file = BundleFile(bundle=bundle, path=read.path, problem=read.problem)
    if read.problem:
        return file
    ending = f".{read.path.rpartition('.')[2].casefold()}" if "." in read.path else ""
    if ending not in core.READABLE:
        file.problem = f"It is no paper that can be read ({_READ}). Ask for it in one of these."
        return file
    file.sha256 = hashlib.sha256(read.content).hexdigest()
    if file.sha256 in there:
        known = there[file.sha256] and not bundle.assignment.names_hidden
        whose = f", from {there[file.sha256]}" if known else ""
        file.problem = f"The same file is here already{whose}."
        return file
    if file.sha256 in seen:
        file.problem = f"It is the same file as “{seen[file.sha256]}”."
        return file
    seen[file.sha256] = read.path
    file.content = read.content
    # The folder may be the writer's, the file called anything.
    listed = writer_listed(names, file.name) or writer_listed(names, read.path)
    file.writer, file.told_by = (listed, "file") if listed else ("", "")
    return file
