"""Small .docx files for tests, made from the XML that matters."""

from __future__ import annotations

import io
import zipfile

SPACE = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"'
_RELATIONS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
_PACKAGE = "http://schemas.openxmlformats.org/package/2006/relationships"


def relationships(*items: tuple[str, str, str], external: bool = False) -> str:
    """A relationships part; items are id, kind and target."""
    mode = ' TargetMode="External"' if external else ""
    inner = "".join(
        f'<Relationship Id="{i}" Type="{_RELATIONS}/{kind}" Target="{target}"{mode}/>'
        for i, kind, target in items
    )
    return f'<Relationships xmlns="{_PACKAGE}">{inner}</Relationships>'


def docx(
    body: str,
    *,
    styles: str = "",
    theme: str = "",
    footnotes: str = "",
    numbering: str = "",
    links: tuple[tuple[str, str], ...] = (),
    extra: dict[str, bytes] | None = None,
) -> bytes:
    """The bytes of a .docx with this body and these parts."""
    parts = {
        "_rels/.rels": relationships(("r1", "officeDocument", "word/document.xml")),
        "word/document.xml": (
            f'<w:document {SPACE} xmlns:r="{_RELATIONS}"><w:body>{body}</w:body></w:document>'
        ),
    }
    related = [("s", "styles", "styles.xml")] if styles else []
    if styles:
        parts["word/styles.xml"] = f"<w:styles {SPACE}>{styles}</w:styles>"
    if theme:
        related.append(("t", "theme", "theme.xml"))
        parts["word/theme.xml"] = theme
    if footnotes:
        related.append(("f", "footnotes", "footnotes.xml"))
        parts["word/footnotes.xml"] = f"<w:footnotes {SPACE}>{footnotes}</w:footnotes>"
    if numbering:
        related.append(("n", "numbering", "numbering.xml"))
        parts["word/numbering.xml"] = f"<w:numbering {SPACE}>{numbering}</w:numbering>"
    rels = relationships(*related)
    for identity, target in links:
        rels = rels.replace(
            "</Relationships>",
            f'<Relationship Id="{identity}" Type="{_RELATIONS}/hyperlink" Target="{target}" '
            'TargetMode="External"/></Relationships>',
        )
    parts["word/_rels/document.xml.rels"] = rels
    return zipped({**{k: v.encode() for k, v in parts.items()}, **(extra or {})})


def zipped(parts: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in parts.items():
            archive.writestr(name, data)
    return out.getvalue()


def paragraph(text: str, properties: str = "", run: str = "") -> str:
    """A paragraph with one run."""
    return (
        f"<w:p><w:pPr>{properties}</w:pPr><w:r><w:rPr>{run}</w:rPr>"
        f'<w:t xml:space="preserve">{text}</w:t></w:r></w:p>'
    )
