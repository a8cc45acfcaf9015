"""Changes a person's password; their other sessions end with it."""

from __future__ import annotations

from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.models import User
from django.http import HttpRequest

from config.problems import Problem

from .set_password import set_password


def change_password(request: HttpRequest, user: User, old: str, new: str) -> None:
    """Set the new one, for whoever knows the old one. Only this session goes on. Raises `Problem`."""
    if not user.check_password(old):
        raise Problem("password-wrong", "That is not your password. Nothing was changed.")
    set_password(user, new)
    user.save(update_fields=["password"])
    update_session_auth_hash(request, user)
