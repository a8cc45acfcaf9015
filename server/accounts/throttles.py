"""How often signing in may be tried: counted by name and by address together, and more widely by each."""

from __future__ import annotations

import hashlib

from django.conf import settings
from rest_framework.request import Request
from rest_framework.throttling import SimpleRateThrottle
from rest_framework.views import APIView


class _Tries(SimpleRateThrottle):
    counted = ""

    def get_rate(self) -> str:
        return str(settings.SIGN_IN_RATES[self.counted])

    def get_cache_key(self, request: Request, view: APIView) -> str | None:
        name = request.data.get("username") if isinstance(request.data, dict) else None
        parts = {
            "both": f"{name} {self.get_ident(request)}",
            "name": str(name),
            "address": self.get_ident(request),
        }
        digest = hashlib.sha256(parts[self.counted].casefold().encode()).hexdigest()
        return f"sign-in:{self.counted}:{digest}"


class ByNameAndAddress(_Tries):
    """One person's tries: few."""

    counted = "both"


class ByName(_Tries):
    """One name from anywhere: so many that its owner is not locked out by another's tries at once."""

    counted = "name"


class ByAddress(_Tries):
    """One address for anybody: a whole class may sit behind it."""

    counted = "address"
