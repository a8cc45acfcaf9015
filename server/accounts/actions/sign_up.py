"""Makes an account for somebody who asks for one."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from config.problems import Problem

from .set_password import set_password


def sign_up(username: str, name: str, password: str) -> User:
    """The new account. Raises `Problem` where the name is taken or no name, or the password weak."""
    user = User(username=username)
    user.first_name, _, user.last_name = name.strip().rpartition(" ")
    try:
        user.clean_fields(exclude=["password"])
    except ValidationError as refused:
        raise Problem("account-refused", " ".join(refused.messages)) from refused
    set_password(user, password)
    try:
        with transaction.atomic():
            user.save()
    except IntegrityError as taken:
        raise Problem(
            "account-refused", f"The name “{username}” is taken. Choose another."
        ) from taken
    return user
