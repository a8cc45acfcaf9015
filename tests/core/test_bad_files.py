"""Broken and hostile files: each gets its own message, none a traceback."""

from __future__ import annotations

import io
import random
import unittest
import zipfile

from demo.essay import load_essays
from demo.write_docx import write_docx
from grelt import api
from grelt.errors import (
    FormatUnsupported,
    PaperDamaged,
    PaperEmpty,
    PaperEncrypted,
    PaperHostile,
    PaperMislabelled,
    PaperTooLarge,
    PaperUnreadable,
)
from grelt.readers import read_paper

from .docx_files import SPACE, docx, paragraph, zipped

COMPOUND = b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1" + bytes(600)


def essay() -> bytes:
    first = load_essays()[0]
    return write_docx(
        first.document, running_head="Marlowe ", hand="direct", face="Times New Roman"
    )


def bomb() -> bytes:
    """A part of 170 MB of spaces in a small zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("_rels/.rels", docx_rels())
        with archive.open("word/document.xml", "w", force_zip64=True) as part:
            for _ in range(170):
                part.write(b" " * 2**20)
    return out.getvalue()


def docx_rels() -> bytes:
    with zipfile.ZipFile(io.BytesIO(docx(paragraph("x")))) as archive:
        return archive.read("_rels/.rels")


def nested(depth: int) -> bytes:
    return docx(f"<w:p>{'<w:ins>' * depth}<w:r><w:t>x</w:t></w:r>{'</w:ins>' * depth}</w:p>")


class BadFiles(unittest.TestCase):
    def refused(self, data: bytes, kind: type[PaperUnreadable], name: str = "paper.docx") -> str:
        with self.assertRaises(kind) as caught:
            read_paper(data, name)
        self.assertIs(type(caught.exception), kind)
        self.assertGreater(len(caught.exception.message), 30, "a message says what to do")
        return caught.exception.message

    def test_each_kind_has_its_own_message(self) -> None:
        whole = essay()
        messages = [
            self.refused(b"", PaperEmpty),
            self.refused(whole[: len(whole) // 2], PaperDamaged),
            self.refused(b"%PDF-1.7 ...", PaperMislabelled),
            self.refused(COMPOUND, PaperMislabelled),
            self.refused(COMPOUND + "EncryptedPackage".encode("utf-16-le"), PaperEncrypted),
            self.refused(b"<html><body>x</body></html>", PaperMislabelled),
            self.refused(zipped({"notes.txt": b"hello"}), PaperMislabelled),
            self.refused(bomb(), PaperHostile),
            self.refused(nested(200), PaperTooLarge),
            self.refused(docx("<w:p/>"), PaperEmpty),
            self.refused(b"plain words", FormatUnsupported, "paper.pages"),
            self.refused(b"\0\1\2" * 90, PaperDamaged, "paper.txt"),
            self.refused(b" \n ", PaperEmpty, "paper.md"),
            self.refused(bytes(api.LIMITS.file + 1), PaperTooLarge),
        ]
        self.assertEqual(len(messages), len(set(messages)))

    def test_entities_are_refused(self) -> None:
        body = (
            f'<!DOCTYPE d [<!ENTITY a "aaaa">]><w:document {SPACE}><w:body><w:p><w:r><w:t>&a;</w:t>'
            "</w:r></w:p></w:body></w:document>"
        )
        data = docx(paragraph("x"), extra={"word/document.xml": body.encode()})
        self.refused(data, PaperHostile)

    def test_a_directory_that_lies_about_sizes(self) -> None:
        data = bytearray(bomb())
        at = data.rfind(b"PK\x01\x02")
        data[at + 24 : at + 28] = (100).to_bytes(4, "little")
        with self.assertRaises(PaperUnreadable):
            read_paper(bytes(data), "paper.docx")

    def test_mutated_files_never_crash(self) -> None:
        whole = essay()
        chance = random.Random(20261125)
        for _ in range(40):
            data = bytearray(whole)
            for _ in range(chance.randint(1, 30)):
                data[chance.randrange(len(data))] = chance.randrange(256)
            try:
                api.check(bytes(data), "paper.docx", api.CheckInputs("mla-9"))
            except PaperUnreadable:
                continue

    def test_mutated_xml_never_crashes(self) -> None:
        with zipfile.ZipFile(io.BytesIO(essay())) as archive:
            parts = {name: archive.read(name) for name in archive.namelist()}
        xml = parts["word/document.xml"].decode()
        chance = random.Random(1125)
        tags = ["<w:p>", "</w:p>", "<w:r>", "<w:tab/>", '<w:ind w:left="x"/>', "<w:br/>"]
        for _ in range(30):
            at = sorted(chance.randrange(len(xml)) for _ in range(2))
            cut = xml[: at[0]] + chance.choice(tags) + xml[min(at[1], at[0] + 50) :]
            data = zipped({**parts, "word/document.xml": cut.encode()})
            try:
                api.check(data, "paper.docx", api.CheckInputs("mla-9"))
            except PaperUnreadable:
                continue
