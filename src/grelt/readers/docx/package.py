"""The parts of a .docx and how they relate to each other."""

from __future__ import annotations

import posixpath

from ...errors import PaperDamaged, PaperMislabelled
from ..archive import DAMAGED, Archive, Element, parse_xml

W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
_STRICT_W = "{http://purl.oclc.org/ooxml/wordprocessingml/main}"
R_ID = "{http://schemas.openxmlformats.org/officeDocument/2006/relationships}id"
_RELS = "{http://schemas.openxmlformats.org/package/2006/relationships}"

__all__ = ["R_ID", "Element", "Package", "W"]


class Package(Archive):
    """A .docx: an archive with relations. `main` is the part with the text."""

    def __init__(self, data: bytes) -> None:
        super().__init__(data)
        self._known_relations: dict[str, list[Element]] = {}
        self.main = self._main_part()

    def _main_part(self) -> str:
        for target, kind in self._relations("").values():
            if kind.endswith("/officeDocument"):
                if target not in self.names:
                    raise PaperDamaged(DAMAGED)
                return target
        if "word/document.xml" in self.names:
            return "word/document.xml"
        raise PaperMislabelled(
            "The file is a zip archive and holds no text document. "
            "Ask for the paper itself as .docx."
        )

    def xml(self, name: str) -> Element:
        """One part parsed, the strict dialect read as the usual one."""
        data = self.read(name)
        if _STRICT_W[1:-1].encode() in data:
            data = data.replace(_STRICT_W[1:-1].encode(), W[1:-1].encode()).replace(
                b"http://purl.oclc.org/ooxml/officeDocument/relationships",
                R_ID[1:-3].encode(),
            )
        return parse_xml(data)

    def _relations(self, part: str) -> dict[str, tuple[str, str]]:
        """Relation id to (part name, kind) for one part; external targets are left out."""
        folder = posixpath.dirname(part)
        found: dict[str, tuple[str, str]] = {}
        for item in self._relation_items(part):
            if item.get("TargetMode") == "External":
                continue
            target = item.get("Target", "")
            path = target.lstrip("/") if target.startswith("/") else posixpath.join(folder, target)
            found[item.get("Id", "")] = (posixpath.normpath(path), item.get("Type", ""))
        return found

    def _relation_items(self, part: str) -> list[Element]:
        known = self._known_relations.get(part)
        if known is None:
            folder, name = posixpath.split(part)
            rels = posixpath.join(folder, "_rels", f"{name}.rels")
            known = list(self.xml(rels).iter(f"{_RELS}Relationship")) if rels in self.names else []
            self._known_relations[part] = known
        return known

    def links(self, part: str) -> dict[str, str]:
        """Relation id to address for the hyperlinks of one part. Addresses are never opened."""
        return {
            item.get("Id", ""): item.get("Target", "")
            for item in self._relation_items(part)
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
