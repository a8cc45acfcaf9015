"""Changes a person's password; their other sessions end with it."""

from __future__ import annotations

from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.http import HttpRequest

from config.problems import Problem


def change_password(request: HttpRequest, user: User, old: str, new: str) -> None:
    """Set the new one, for whoever knows the old one. Only this session goes on. Raises `Problem`."""
    if not user.check_password(old):
        raise Problem("password-wrong", "That is not your password. Nothing was changed.")
    try:
        validate_password(new, user)
    except ValidationError as weak:
        raise Problem("password-weak", " ".join(weak.messages)) from weak
    user.set_password(new)
    user.save(update_fields=["password"])
    update_session_auth_hash(request, user)
