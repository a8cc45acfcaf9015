"""Changes who works in a course: invited, taken up, another role, sent away; and the course handed over."""

from __future__ import annotations

import datetime
import secrets

from django.contrib.auth import get_user_model
from django.db import transaction
from django.utils import timezone

from config.problems import Problem

from ..models import Course, Invitation, Membership, Role
from ..people import User, id_of
from ..queries import invitation_at

_BYTES = 18


def invite(user: User, course: Course, role: str, days: int) -> Invitation:
    """A link that makes whoever takes it up a helper or a reader, once."""
    return Invitation.objects.create(
        course=course,
        role=role,
        by_id=id_of(user),
        token=secrets.token_urlsafe(_BYTES),
        until=timezone.localdate() + datetime.timedelta(days=days),
    )


@transaction.atomic
def take_up(user: User, token: str) -> Course:
    """Make a person what an invitation says; who has more already keeps it. Raises `Problem`."""
    invitation = invitation_at(token)
    if invitation is None:
        raise Problem(
            "invitation-over",
            "This invitation was taken up, withdrawn, or has ended. Ask for another.",
        )
    course = Course.objects.select_for_update().get(pk=invitation.course_id)
    if course.owner_id != id_of(user):
        held = Membership.objects.filter(course=course, user_id=id_of(user)).first()
        if held is None:
            Membership.objects.create(course=course, user_id=id_of(user), role=invitation.role)
        elif invitation.role == Role.HELPER:
            Membership.objects.filter(pk=held.pk).update(role=Role.HELPER)
        invitation.delete()
    return course


def set_role(course: Course, username: str, role: str) -> None:
    """Another role for somebody in the course. Raises `Problem` where nobody of that name is."""
    changed = Membership.objects.filter(course=course, user__username=username).update(role=role)
    if not changed:
        raise Problem("not-found", "Nobody of that name is in this course.")


def send_away(course: Course, username: str) -> None:
    """Somebody is in the course no more; what they decided stays. Raises `Problem`."""
    removed, _ = Membership.objects.filter(course=course, user__username=username).delete()
    if not removed:
        raise Problem("not-found", "Nobody of that name is in this course.")


@transaction.atomic
def hand_over(course: Course, username: str) -> None:
    """The course is somebody's who is in it; who had it helps from now on. Raises `Problem`."""
    locked = Course.objects.select_for_update().get(pk=course.pk)
    heir = get_user_model().objects.filter(username=username).first()
    member = Membership.objects.filter(course=locked, user=heir).first() if heir else None
    if heir is None or member is None:
        raise Problem("not-found", "Nobody of that name is in this course. Invite them first.")
    member.delete()
    Membership.objects.create(course=locked, user_id=locked.owner_id, role=Role.HELPER)
    locked.owner_id = heir.pk
    locked.save(update_fields=["owner"])
