"""Opens the zip of a .docx and parses its parts, within limits and without entities.

Nothing outside the file is followed. Sizes are counted while unpacking, since a
hostile file's own directory may lie about them.
"""

from __future__ import annotations

import io
import posixpath
import zipfile
import zlib
from typing import Protocol

from lxml import etree

from ...errors import (
    FormatUnsupported,
    PaperDamaged,
    PaperEncrypted,
    PaperHostile,
    PaperMislabelled,
    PaperTooLarge,
)

Element = etree._Element

W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
_STRICT_W = "{http://purl.oclc.org/ooxml/wordprocessingml/main}"
R_ID = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}id"
_RELS = "{http://schemas.openxmlformats.org/package/2006/relationships}"
_DAMAGED = (
    "The .docx is damaged or was cut off while being sent. Ask for it to be saved and sent again."
)


class Limits(Protocol):
    """The sizes this module asks for, in bytes, and counts."""

    @property
    def unpacked(self) -> int: ...
    @property
    def part(self) -> int: ...
    @property
    def parts(self) -> int: ...
    @property
    def paragraphs(self) -> int: ...


class Package:
    """The parts of one .docx, parsed on demand."""

    def __init__(self, data: bytes, limits: Limits) -> None:
        self.limits = limits
        self._unpacked = 0
        try:
            self._zip = zipfile.ZipFile(io.BytesIO(data))
            members = self._zip.infolist()
        except (zipfile.BadZipFile, EOFError, ValueError, NotImplementedError, OSError) as error:
            raise PaperDamaged(_DAMAGED) from error
        if len(members) > limits.parts:
            raise PaperHostile(
                f"The file holds {len(members):,} parts, far more than a paper has. "
                "It was refused; ask for a plain .docx."
            )
        if any(m.flag_bits & 0x1 for m in members):
            raise PaperEncrypted(
                "The paper is locked with a password. Ask for a copy saved without one."
            )
        if sum(m.file_size for m in members) > limits.unpacked:
            raise self._bomb()
        self.names = {m.filename: m for m in members}
        self.main = self._main_part()

    def _bomb(self) -> PaperHostile:
        return PaperHostile(
            f"Unpacked, the file would be larger than {self.limits.unpacked // 2**20} MB: "
            "it is packed in a way no paper is, and was refused. Ask for a plain .docx."
        )

    def _main_part(self) -> str:
        if "mimetype" in self.names and "content.xml" in self.names:
            raise FormatUnsupported(
                "This is an OpenDocument text (.odt). Grelt reads .docx files so far: "
                "save the paper as .docx."
            )
        for target, kind in self._relations("").values():
            if kind.endswith("/officeDocument"):
                if target not in self.names:
                    raise PaperDamaged(_DAMAGED)
                return target
        if "word/document.xml" in self.names:
            return "word/document.xml"
        raise PaperMislabelled(
            "The file is a zip archive and holds no text document. "
            "Ask for the paper itself as .docx."
        )

    def read(self, name: str) -> bytes:
        """The unpacked bytes of one part. Raises `PaperUnreadable` kinds."""
        member = self.names.get(name)
        if member is None:
            raise PaperDamaged(_DAMAGED)
        limit = min(self.limits.part, self.limits.unpacked - self._unpacked)
        try:
            with self._zip.open(member) as stream:
                data = stream.read(limit + 1)
        except (zipfile.BadZipFile, zlib.error, EOFError, OSError, ValueError) as error:
            raise PaperDamaged(_DAMAGED) from error
        except (NotImplementedError, RuntimeError) as error:
            raise PaperDamaged(_DAMAGED) from error
        if len(data) > limit:
            raise self._bomb()
        self._unpacked += len(data)
        return data

    def xml(self, name: str) -> Element:
        """One part parsed. Document type declarations are refused."""
        data = self.read(name)
        if b"<!DOCTYPE" in data[:4096] or b"<!ENTITY" in data[:4096]:
            raise PaperHostile(
                "The file holds declarations (XML entities) that no word processor writes. "
                "It was refused; ask for a plain .docx."
            )
        parser = etree.XMLParser(
            resolve_entities=False,
            no_network=True,
            load_dtd=False,
            huge_tree=False,
            remove_comments=True,
            remove_pis=True,
        )
        if data.find(_STRICT_W[1:-1].encode()) >= 0:
            data = data.replace(_STRICT_W[1:-1].encode(), W[1:-1].encode()).replace(
                b"http://purl.oclc.org/ooxml/officeDocument/relationships",
                R_ID[1:-3].encode(),
            )
        try:
            root = etree.fromstring(data, parser)
        except etree.XMLSyntaxError as error:
            if "depth" in str(error).lower() or "huge" in str(error).lower():
                raise PaperTooLarge(
                    "The document is nested more deeply than a paper is. Ask for a plain .docx."
                ) from error
            raise PaperDamaged(_DAMAGED) from error
        return root

    def _relations(self, part: str) -> dict[str, tuple[str, str]]:
        """Relation id to (part name, kind) for one part; external targets are left out."""
        folder, name = posixpath.split(part)
        rels = posixpath.join(folder, "_rels", f"{name}.rels")
        if rels not in self.names:
            return {}
        found: dict[str, tuple[str, str]] = {}
        for item in self.xml(rels).iter(f"{_RELS}Relationship"):
            if item.get("TargetMode") == "External":
                continue
            target = item.get("Target", "")
            path = target.lstrip("/") if target.startswith("/") else posixpath.join(folder, target)
            found[item.get("Id", "")] = (posixpath.normpath(path), item.get("Type", ""))
        return found

    def links(self, part: str) -> dict[str, str]:
        """Relation id to address for the hyperlinks of one part. Addresses are never opened."""
        folder, name = posixpath.split(part)
        rels = posixpath.join(folder, "_rels", f"{name}.rels")
        if rels not in self.names:
            return {}
        return {
            item.get("Id", ""): item.get("Target", "")
            for item in self.xml(rels).iter(f"{_RELS}Relationship")
            if item.get("Type", "").endswith("/hyperlink")
        }

    def related(self, kind: str) -> list[str]:
        """Names of the parts that the main part relates to as `kind` (`styles`, `footnotes`)."""
        return [
            target
            for target, type_ in self._relations(self.main).values()
            if type_.endswith(f"/{kind}") and target in self.names
        ]

    def related_by_id(self, relation: str) -> str | None:
        target = self._relations(self.main).get(relation)
        return target[0] if target is not None and target[0] in self.names else None
