"""Gives an account a password, by whichever way: changed, by a link, at the sign-up."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError

from config.problems import Problem


def set_password(user: User, password: str) -> None:
    """Set it, without saving the account. Raises `Problem` where it is weak."""
    try:
        validate_password(password, user)
    except ValidationError as weak:
        raise Problem("password-weak", " ".join(weak.messages)) from weak
    user.set_password(password)
