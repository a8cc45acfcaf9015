"""Who somebody is, to the apps."""

from __future__ import annotations

from django.contrib.auth.models import AbstractBaseUser, AnonymousUser
from django.core.exceptions import PermissionDenied

User = AbstractBaseUser | AnonymousUser


def id_of(user: User) -> int:
    """The key of whoever is signed in. Raises `PermissionDenied` for nobody."""
    if user.pk is None:
        raise PermissionDenied("Sign in to go on.")
    return int(user.pk)


def name_of(user: User) -> str:
    """What a person is called."""
    if isinstance(user, AnonymousUser):
        return ""
    full = getattr(user, "get_full_name", lambda: "")()
    return str(full) or user.get_username()
