"""The table of house rules (`options.toml`), in the order of the work."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from .. import kept
from .option import Option


def _option(table: dict[str, Any]) -> Option:
    return Option(
        key=table["key"],
        default=table["default"],
        sentences=dict(table["choices"]),
        free_text=table.get("own", ""),
        number="most" in table,
        least=float(table.get("least", 0)),
        most=float(table.get("most", 0)),
        kinds=table.get("kinds", False),
    )


_GROUPS = kept.toml(Path(__file__).with_suffix(".toml"))["group"]
OPTIONS: dict[str, Option] = {
    option["key"]: _option(option) for group in _GROUPS for option in group["option"]
}
# Titles and keys, for whoever reads or sets them in the order of the work.
GROUPS: tuple[tuple[str, tuple[str, ...]], ...] = tuple(
    (group["title"], tuple(option["key"] for option in group["option"])) for group in _GROUPS
)
