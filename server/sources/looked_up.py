"""Records of sources over HTTP. The service behind the address may be slow, down or talk nonsense: a
check goes on without it, and says so."""

from __future__ import annotations

import hashlib
import json
import urllib.error
import urllib.parse
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from django.conf import settings
from django.core.cache import cache

from grelt import api as core

_AT_ONCE = 8
_MOST = 2_000_000
# A paper is checked anew at every join: what was answered is not asked again for a while (seconds), and
# a service that failed is left alone for a moment.
_KEPT = 600
_LEFT_ALONE = 20


class HttpRecordSource:
    """`RecordSource` over HTTP: `GET <address>/works?id=<DOI or address>` answers
    `{"prefixes": [...], "item": CSL-JSON or null}`. `wait` is in seconds, for each work."""

    def __init__(self, address: str, wait: float) -> None:
        self.address = address.rstrip("/")
        self.wait = wait

    def look_up(self, identifiers: list[str]) -> core.Records:
        """Records of works. Never raises."""
        return core.read_records(self.text(identifiers))

    def text(self, identifiers: list[str]) -> str:
        """The same as the text of a file of records, which a check takes in."""
        items: list[dict[str, Any]] = []
        prefixes: set[str] = set()
        problem = ""
        with ThreadPoolExecutor(_AT_ONCE) as pool:
            answers = list(pool.map(self._answer, identifiers))
        for answer in answers:
            if isinstance(answer, str):
                problem = answer
                continue
            prefixes |= set(map(str, answer.get("prefixes", [])))
            if answer.get("item") is not None:
                items.append(answer["item"])
        # Of a look-up that failed in part nothing is called absent.
        text = core.records_text(items, sorted(prefixes) if not problem else [], problem)
        try:
            core.read_records(text)
        except core.GreltError:
            return core.records_text(
                [], [], "The look-up of records gave answers that make no sense."
            )
        return text

    def _answer(self, identifier: str) -> dict[str, Any] | str:
        """What is known already, or what the service says now."""
        key = f"record:{hashlib.sha256(f'{self.address} {identifier}'.encode()).hexdigest()}"
        failed = f"records-failed:{hashlib.sha256(self.address.encode()).hexdigest()}"
        known: dict[str, Any] | str | None = cache.get(key) or cache.get(failed)
        if known is not None:
            return known
        answer = self._ask(identifier)
        if isinstance(answer, str):
            cache.set(failed, answer, _LEFT_ALONE)
        else:
            cache.set(key, answer, _KEPT)
        return answer

    def _ask(self, identifier: str) -> dict[str, Any] | str:
        question = urllib.parse.urlencode({"id": identifier})
        try:
            with urllib.request.urlopen(
                f"{self.address}/works?{question}", timeout=self.wait
            ) as answer:
                data = json.loads(answer.read(_MOST))
        except TimeoutError:
            return "The look-up of records was too slow; the check went on without it."
        except (urllib.error.URLError, OSError):
            return "The look-up of records did not answer; the check went on without it."
        except ValueError:
            return "The look-up of records gave answers that make no sense."
        if not isinstance(data, dict) or not isinstance(data.get("item"), dict | None):
            return "The look-up of records gave answers that make no sense."
        return data


def source() -> HttpRecordSource | None:
    """The look-up that is set up, if one is."""
    address = settings.RECORDS_ADDRESS
    return HttpRecordSource(address, settings.RECORDS_WAIT) if address else None


def records_for(content: bytes, name: str, guide: str) -> str | None:
    """Records of the sources of a paper, as a check takes them in. None without a look-up, or where
    nothing is to be looked up."""
    asked = source()
    if asked is None:
        return None
    try:
        identifiers = core.identifiers(content, name, guide)
    except core.GreltError:
        return None  # the check itself will say what is wrong with the file
    return asked.text(identifiers) if identifiers else None
