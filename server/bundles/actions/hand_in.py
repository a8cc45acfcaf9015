"""Takes a .zip in whole, to be unpacked by a job."""

from __future__ import annotations

import hashlib

from django.db import transaction

from config.problems import Problem
from courses.models import Assignment
from courses.queries import User, id_of

from ..models import Bundle
from ..tasks import unpack_bundle_task

LARGEST = 250 * 2**20


@transaction.atomic
def hand_in_bundle(user: User, assignment: Assignment, file_name: str, content: bytes) -> Bundle:
    """Keep it and queue its unpacking; the same one that waits already is that one. Raises `Problem`."""
    if len(content) > LARGEST:
        raise Problem(
            "bundle-too-large",
            f"“{file_name}” is larger than {LARGEST // 2**20} MB. Hand it in in parts.",
        )
    Assignment.objects.select_for_update().get(pk=assignment.pk)
    digest = hashlib.sha256(content).hexdigest()
    open_ones = assignment.bundles.filter(
        sha256=digest, state__in=(Bundle.State.UNPACKING, Bundle.State.READY)
    )
    known = open_ones.defer("content").first()
    if known is not None:
        return known
    bundle = Bundle.objects.create(
        assignment=assignment, by_id=id_of(user), file_name=file_name[-255:], content=content,
        sha256=digest,
    )  # fmt: skip
    unpack_bundle_task.defer(bundle_id=bundle.pk)
    return bundle
