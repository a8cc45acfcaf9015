"""What the look-up of records has answered, kept so that it is asked once and a check asks nobody."""

from __future__ import annotations

from typing import Any

from django.db import models


class Record(models.Model):
    """An answer for one DOI or address. `item` is CSL-JSON, or null where the look-up knows no such work;
    `prefixes` are the DOI prefixes of which it knows every work."""

    identifier = models.CharField(max_length=300, unique=True)
    item: models.JSONField[dict[str, Any] | None, dict[str, Any] | None] = models.JSONField(
        null=True
    )
    prefixes: models.JSONField[list[str], list[str]] = models.JSONField(default=list)
    asked_at = models.DateTimeField()

    def __str__(self) -> str:
        return self.identifier
