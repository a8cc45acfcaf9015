"""Opens the zip that .docx and .odt files are, within limits and without entities.

Nothing outside the file is followed. Sizes are counted while unpacking, since a
hostile file's own directory may lie about them.
"""

from __future__ import annotations

import io
import zipfile
import zlib

from lxml import etree

from ..errors import PaperDamaged, PaperEncrypted, PaperHostile, PaperTooLarge
from .limits import LIMITS, bounded

Element = etree._Element

DAMAGED = (
    "The file is damaged or was cut off while being sent. Ask for it to be saved and sent again."
)
NESTED = "The document is nested more deeply than a paper is. Ask for a plain .docx."


class Archive:
    """The parts of one zipped document, parsed on demand."""

    def __init__(self, data: bytes) -> None:
        self._unpacked = 0
        try:
            self._zip = zipfile.ZipFile(io.BytesIO(data))
            members = self._zip.infolist()
        except (zipfile.BadZipFile, EOFError, ValueError, NotImplementedError, OSError) as error:
            raise PaperDamaged(DAMAGED) from error
        if len(members) > LIMITS.parts:
            raise PaperHostile(
                f"The file holds {len(members):,} parts, far more than a paper has. "
                "It was refused; ask for a plain .docx."
            )
        if any(m.flag_bits & 0x1 for m in members):
            raise PaperEncrypted(
                "The paper is locked with a password. Ask for a copy saved without one."
            )
        if sum(m.file_size for m in members) > LIMITS.unpacked:
            raise self._bomb()
        self.names = {m.filename: m for m in members}

    def _bomb(self) -> PaperHostile:
        return PaperHostile(
            f"Unpacked, the file would be larger than {LIMITS.unpacked // 2**20} MB: "
            "it is packed in a way no paper is, and was refused. Ask for a plain .docx."
        )

    def read(self, name: str) -> bytes:
        """The unpacked bytes of one part. Raises `PaperUnreadable` kinds."""
        member = self.names.get(name)
        if member is None:
            raise PaperDamaged(DAMAGED)
        limit = min(LIMITS.part, LIMITS.unpacked - self._unpacked)
        try:
            with self._zip.open(member) as stream:
                data = stream.read(limit + 1)
        except (
            zipfile.BadZipFile, zlib.error, EOFError, OSError, ValueError, NotImplementedError,
            RuntimeError,
        ) as error:  # fmt: skip
            raise PaperDamaged(DAMAGED) from error
        if len(data) > limit:
            raise self._bomb()
        self._unpacked += len(data)
        return data

    def xml(self, name: str) -> Element:
        """One part parsed."""
        return parse_xml(self.read(name))


def parse_xml(data: bytes) -> Element:
    """Parse XML without entities, comments and instructions; type declarations are refused, and so is what
    has more elements than any paper."""
    if b"<!DOCTYPE" in data[:4096] or b"<!ENTITY" in data[:4096]:
        raise PaperHostile(_DECLARES)
    bounded(data.count(b"<"), 2 * LIMITS.elements, "marks")
    parser = etree.XMLParser(
        resolve_entities=False,
        no_network=True,
        load_dtd=False,
        huge_tree=False,
        remove_comments=True,
        remove_pis=True,
    )
    try:
        root = etree.fromstring(data, parser)
    except etree.XMLSyntaxError as error:
        if "depth" in str(error).lower() or "huge" in str(error).lower():
            raise PaperTooLarge(NESTED) from error
        raise PaperDamaged(DAMAGED) from error
    if root.getroottree().docinfo.internalDTD is not None:
        raise PaperHostile(_DECLARES)  # in another encoding, or behind a long comment
    return root


_DECLARES = (
    "The file holds declarations (XML entities) that no word processor writes. "
    "It was refused; ask for a plain .docx."
)
