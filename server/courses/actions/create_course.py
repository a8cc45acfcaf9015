"""Creates a course for an instructor."""

from django.contrib.auth.models import AbstractBaseUser, AnonymousUser

from ..models import Course


def create_course(user: AbstractBaseUser | AnonymousUser, name: str) -> Course:
    return Course.objects.create(owner_id=user.pk, name=name)
