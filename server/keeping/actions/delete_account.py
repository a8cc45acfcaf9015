"""Deletes an account, with all that is its own."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction

from config.problems import Problem
from courses.models import Course


@transaction.atomic
def delete_account(user: User, password: str) -> None:
    """Delete the account, its courses and all their papers, for whoever knows its password. What the person
    decided in courses of others stays there. Raises `Problem`."""
    if not user.check_password(password):
        raise Problem("password-wrong", "That is not your password. Nothing was deleted.")
    Course.objects.filter(owner=user).delete()
    user.delete()
