"""A new password by a link that an administrator has made: for whoever has forgotten theirs."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.contrib.auth.tokens import default_token_generator
from django.utils.encoding import force_bytes, force_str
from django.utils.http import urlsafe_base64_decode, urlsafe_base64_encode

from config.problems import Problem

from .set_password import set_password


def reset_path(user: User) -> str:
    """The path of the link: it holds for days, and until the password is changed or the person signs in."""
    identity = urlsafe_base64_encode(force_bytes(user.pk))
    return f"/new-password/{identity}/{default_token_generator.make_token(user)}"


def reset_password(identity: str, token: str, new: str) -> None:
    """Set the new password. Raises `Problem` where the link holds no more, or the password is weak."""
    try:
        user = User.objects.get(pk=force_str(urlsafe_base64_decode(identity)))
    except (User.DoesNotExist, ValueError, OverflowError):
        user = None
    if user is None or not default_token_generator.check_token(user, token):
        raise Problem("link-over", "This link was used, or has ended. Ask for another.")
    set_password(user, new)
    user.save(update_fields=["password"])
