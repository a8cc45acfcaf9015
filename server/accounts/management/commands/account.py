"""Makes an account, or gives one a new password."""

from __future__ import annotations

import getpass
import secrets
import sys
from typing import Any

from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser

from accounts.actions.reset_password import reset_path
from accounts.actions.set_password import set_password
from config.problems import Problem


class Command(BaseCommand):
    help = "Make an account, or give one a new password."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name", help="the name to sign in with")
        parser.add_argument("--called", default="", help="the person's own name, as “Tamsin Vale”")
        parser.add_argument(
            "--made-up", action="store_true", help="make a password up and print it"
        )

        parser.add_argument(
            "--link", action="store_true", help="print a link by which they set a new password"
        )

    def handle(
        self, *args: Any, name: str, called: str, made_up: bool, link: bool, **options: Any
    ) -> None:
        user = User.objects.filter(username=name).first()
        if link:
            if user is None:
                raise CommandError(f"There is no account {name}.")
            self.stdout.write(f"Behind the address of Grelt: {reset_path(user)}")
            return
        new = user is None
        user = user or User(username=name)
        if called:
            user.first_name, _, user.last_name = called.rpartition(" ")
        password = secrets.token_urlsafe(12) if made_up else _asked()
        try:
            user.clean_fields(exclude=["password"])
            set_password(user, password)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from error
        except Problem as weak:
            raise CommandError(str(weak)) from weak
        user.save()
        said = f"The account {name} is made." if new else f"{name} has a new password."
        self.stdout.write(f"{said} Password: {password}" if made_up else said)


def _asked() -> str:
    """The password: typed twice at a terminal, else the first line that comes in."""
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\n")
    first = getpass.getpass("Password: ")
    if first != getpass.getpass("Once more: "):
        raise CommandError("The two are not the same; nothing was changed.")
    return first
