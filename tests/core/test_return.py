"""What goes back: remarks at the exact words of the student's own file, nothing else of it touched; the letter; the
list put right; and the same from the command line."""

from __future__ import annotations

import csv
import io
import json
import re
import tempfile
import unittest
import zipfile
from dataclasses import replace
from html import unescape
from pathlib import Path
from typing import Any, ClassVar

import docx
import pikepdf
import pypdfium2
from lxml import etree

from demo.essay import COURSES, Essay, load_essays
from demo.write import file_of
from grelt import api
from grelt.cli import main
from grelt.errors import ReturnImpossible
from grelt.help import case_to_show
from grelt.returning.anchors import led_back
from grelt.returning.gather import At, Return, Section, said_of

W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
OFFICE = "{urn:oasis:names:tc:opendocument:xmlns:office:1.0}"
TEXT = "{urn:oasis:names:tc:opendocument:xmlns:text:1.0}"
AUTHOR, DATE = "Tamsin Vale", "2026-11-28T09:00:00Z"
ESSAYS = load_essays(COURSES)


def checked(data: bytes, name: str, guide: str) -> dict[str, Any]:
    return api.check(data, name, api.CheckInputs(guide, date="2026-11-28"))


def given_back(essay: Essay, format: str) -> tuple[bytes, bytes, dict[str, Any], Return]:
    """A demo paper and what goes back of it, with its report."""
    name, data = file_of(essay, format)
    report = checked(data, name, essay.guide)
    returned = api.return_of(report)
    made, _, _ = api.return_file(format, data, name, returned, author=AUTHOR, date=DATE)
    return data, made, report, returned


def parts(data: bytes) -> dict[str, bytes]:
    with zipfile.ZipFile(io.BytesIO(data)) as file:
        return {name: file.read(name) for name in file.namelist()}


def commented_words(data: bytes) -> dict[str, str]:
    """The words of a .docx that each comment stands at, by its id."""
    root = etree.fromstring(parts(data)["word/document.xml"])
    open_: dict[str, str] = {}
    done: dict[str, str] = {}
    for item in root.iter():
        identity = item.get(f"{W}id", "")
        if item.tag == f"{W}commentRangeStart":
            open_[identity] = ""
        elif item.tag == f"{W}commentRangeEnd":
            done[identity] = open_.pop(identity)
        elif any(a.tag in (f"{W}del", f"{W}instrText") for a in item.iterancestors()):
            continue
        elif item.tag in (f"{W}t", f"{W}tab", f"{W}br"):
            words = {f"{W}tab": "\t", f"{W}br": "\n"}.get(item.tag, item.text or "")
            open_ = {identity: said + words for identity, said in open_.items()}
    assert not open_, "a comment that never ends"
    return done


def annotated_words(data: bytes) -> list[str]:
    """The words of an .odt that each annotation stands at."""
    root = etree.fromstring(parts(data)["content.xml"])
    open_: dict[str, str] = {}
    done: list[str] = []

    def walk(item: Any) -> None:
        inside = item.tag not in (f"{OFFICE}annotation", f"{TEXT}note")
        if item.tag == f"{OFFICE}annotation":
            open_[item.get(f"{OFFICE}name")] = ""
        elif item.tag == f"{OFFICE}annotation-end":
            done.append(open_.pop(item.get(f"{OFFICE}name")))
        if inside:
            add(
                {f"{TEXT}tab": "\t", f"{TEXT}line-break": "\n", f"{TEXT}s": " "}.get(
                    item.tag, item.text or ""
                )
            )
            for child in item:
                walk(child)
        add(item.tail or "")

    def add(words: str) -> None:
        for name in open_:
            open_[name] += words

    walk(root)
    assert not open_, "an annotation that never ends"
    return done


def words_wanted(report: dict[str, Any], returned: Return) -> list[str]:
    """The words that the report has each remark at; of notes those before the note's number."""
    wanted = []
    notes = {i: n["marker"] for n in report["notes"] if not n["typed"] for i in n["paragraphs"]}
    for remark in returned.remarks:
        if not remark.places:
            # Of the whole paper: at its first word.
            first = next(p["text"] for p in report["paragraphs"] if p["text"].strip())
            wanted.append(first.split()[0])
            continue
        at = remark.places[0]
        paragraph, start, end = at.paragraph, at.start, at.end
        if paragraph in notes:
            marker = notes[paragraph]
            paragraph, start, end = marker["paragraph"], marker["offset"] - 1, marker["offset"]
        text = report["paragraphs"][paragraph]["text"]
        if not text.strip():
            # Where there is nothing: at the last word before.
            before = next(
                p["text"] for p in reversed(report["paragraphs"][:paragraph]) if p["text"].strip()
            )
            wanted.append(before.split()[-1])
            continue
        wanted.append(
            text[start:end] if end > start else text[max(0, min(start, len(text) - 1)) :][:1]
        )
    return wanted


class InTheStudentsOwnFile(unittest.TestCase):
    def test_docx_every_paper_every_remark_at_its_words_and_nothing_else_touched(self) -> None:
        for essay in ESSAYS:
            with self.subTest(essay.name):
                data, made, report, returned = given_back(essay, "docx")
                old, new = parts(data), parts(made)
                changed = {name for name in new if old.get(name) != new[name]}
                self.assertLessEqual(
                    changed,
                    {
                        "word/document.xml",
                        "word/comments.xml",
                        "[Content_Types].xml",
                        "word/_rels/document.xml.rels",
                    },
                )
                self.assertLessEqual(set(old), set(new))
                comments = docx.Document(io.BytesIO(made)).comments
                self.assertEqual(len(list(comments)), len(returned.remarks))
                self.assertEqual(
                    sorted(commented_words(made).values()), sorted(words_wanted(report, returned))
                )
                for comment in comments:
                    self.assertEqual((comment.author, comment.initials), (AUTHOR, "TV"))
                again = checked(made, f"{essay.name}.docx", essay.guide)
                self.assertEqual(again["findings"], report["findings"])
                self.assertEqual(again["paragraphs"], report["paragraphs"])

    def test_odt_the_same(self) -> None:
        for essay in ESSAYS:
            with self.subTest(essay.name):
                data, made, report, returned = given_back(essay, "odt")
                old, new = parts(data), parts(made)
                self.assertLessEqual({n for n in new if old[n] != new[n]}, {"content.xml"})
                wanted = [" ".join(w.split()) for w in words_wanted(report, returned)]
                found = [" ".join(w.split()) for w in annotated_words(made)]
                self.assertEqual(sorted(found), sorted(wanted))
                again = checked(made, f"{essay.name}.odt", essay.guide)
                self.assertEqual(again["findings"], report["findings"])

    def test_pdf_has_a_highlight_or_a_note_for_each(self) -> None:
        essay = next(e for e in ESSAYS if "hesketh" in e.name)
        data, made, _, returned = given_back(essay, "pdf")
        with pikepdf.open(io.BytesIO(made)) as file, pikepdf.open(io.BytesIO(data)) as old:
            marks = [a for page in file.pages for a in page.get("/Annots", [])]
            self.assertEqual(len(marks), len(returned.remarks))
            self.assertGreater(sum(a["/Subtype"] == "/Highlight" for a in marks), len(marks) // 2)
            for page, was in zip(file.pages, old.pages, strict=True):
                self.assertEqual(page.Contents.read_bytes(), was.Contents.read_bytes())

    def test_another_format_is_refused_with_a_way_out(self) -> None:
        returned = api.return_of(checked(b"It is so (Wren 9).\n", "p.md", "mla-9"))
        with self.assertRaisesRegex(ReturnImpossible, "Take it as html"):
            api.return_file("docx", b"", "p.md", returned, author=AUTHOR, date=DATE)


DOCUMENT = f"""<?xml version="1.0" encoding="UTF-8" standalone="yes"?>
<w:document xmlns:w="{W[1:-1]}" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><w:body>
<w:p><w:r><w:t xml:space="preserve">The tide </w:t></w:r><w:ins w:id="7" w:author="A" w:date="2026-01-01T00:00:00Z"><w:r><w:t>did it (Pell</w:t></w:r></w:ins><w:del w:id="8" w:author="A" w:date="2026-01-01T00:00:00Z"><w:r><w:delText>undone</w:delText></w:r></w:del><w:r><w:rPr><w:b/></w:rPr><w:t>ow 12). And so</w:t><w:tab/><w:t>on</w:t></w:r><w:r><w:footnoteReference w:id="2"/></w:r><w:r><w:t>.</w:t></w:r></w:p>
<w:p><w:commentRangeStart w:id="4"/><w:r><w:t>An old remark stands here (Wren 9).</w:t></w:r><w:commentRangeEnd w:id="4"/><w:r><w:commentReference w:id="4"/></w:r></w:p>
<w:p><w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText>REF x</w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r><w:r><w:t>Later (Okonjo 4)</w:t></w:r><w:r><w:fldChar w:fldCharType="end"/></w:r><w:r><w:t xml:space="preserve"> it was so.</w:t></w:r></w:p>
<w:p><w:r><w:t>Works Cited</w:t></w:r></w:p>
<w:p><w:hyperlink r:id="rId9"><w:r><w:t>Wren, Isolde. The Glass Orchard.</w:t></w:r></w:hyperlink><w:r><w:t xml:space="preserve"> Lowell and Finch, 2011.</w:t></w:r></w:p>
<w:sectPr/></w:body></w:document>"""
PARTS = {
    "[Content_Types].xml": '<?xml version="1.0" encoding="UTF-8"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/><Override PartName="/word/comments.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.comments+xml"/><Override PartName="/word/footnotes.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.footnotes+xml"/></Types>',
    "_rels/.rels": '<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
    "word/_rels/document.xml.rels": '<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/comments" Target="comments.xml"/><Relationship Id="rId3" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/footnotes" Target="footnotes.xml"/><Relationship Id="rId9" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/hyperlink" Target="https://lowell.example/" TargetMode="External"/></Relationships>',
    "word/document.xml": DOCUMENT,
    "word/comments.xml": f'<?xml version="1.0" encoding="UTF-8"?><w:comments xmlns:w="{W[1:-1]}"><w:comment w:id="4" w:author="Old Hand" w:date="2026-01-01T00:00:00Z" w:initials="OH"><w:p><w:r><w:t>Mind this.</w:t></w:r></w:p></w:comment></w:comments>',
    "word/footnotes.xml": f'<?xml version="1.0" encoding="UTF-8"?><w:footnotes xmlns:w="{W[1:-1]}"><w:footnote w:id="2"><w:p><w:r><w:footnoteRef/></w:r><w:r><w:t xml:space="preserve"> See more in Tollet 3.</w:t></w:r></w:p></w:footnote></w:footnotes>',
    "customXml/item1.xml": "<?xml version='1.0'?><kept  as='it'   is='here'/>",
}  # fmt: skip


def hand_made() -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        for name, text in PARTS.items():
            file.writestr(name, text)
    return out.getvalue()


class AFileWithAHistory(unittest.TestCase):
    """Tracked changes, comments of another's, a footnote, a field, a link."""

    def setUp(self) -> None:
        self.data = hand_made()
        self.report = checked(self.data, "paper.docx", "mla-9")
        self.returned = api.return_of(self.report)
        self.made, _, _ = api.return_file(
            "docx", self.data, "paper.docx", self.returned, author=AUTHOR, date=DATE
        )

    def test_part_by_part(self) -> None:
        old, new = parts(self.data), parts(self.made)
        self.assertEqual(list(old), list(new))
        self.assertEqual(
            {n for n in old if old[n] != new[n]}, {"word/document.xml", "word/comments.xml"}
        )

    def test_the_text_holds_what_it_held(self) -> None:
        """Without the marks and the runs that were parted it is the same to the last attribute."""
        before, after = (
            etree.fromstring(parts(d)["word/document.xml"]) for d in (self.data, self.made)
        )
        ours = {str(n) for n in range(5, 200)}
        for item in list(
            after.iter(f"{W}commentRangeStart", f"{W}commentRangeEnd", f"{W}commentReference")
        ):
            if item.get(f"{W}id") in ours:
                gone = item.getparent() if item.tag == f"{W}commentReference" else item
                around = gone.getparent() if gone is not None else None
                assert gone is not None and around is not None
                around.remove(gone)

        def told(root: Any) -> list[tuple[str, str, str]]:
            found: list[tuple[str, str, str]] = []
            for item in root.iter():
                if item.tag in (f"{W}r", f"{W}rPr", f"{W}b"):
                    continue
                dress = (
                    "b"
                    if any(
                        a.tag == f"{W}r" and a.find(f"{W}rPr/{W}b") is not None
                        for a in item.iterancestors()
                    )
                    else ""
                )
                around = ",".join(
                    a.tag
                    for a in item.iterancestors()
                    if a.tag in (f"{W}ins", f"{W}del", f"{W}hyperlink")
                )
                if (
                    item.tag == f"{W}t"
                    and found
                    and found[-1][0] == "t"
                    and found[-1][2] == dress + around
                ):
                    found[-1] = ("t", found[-1][1] + (item.text or ""), dress + around)
                elif item.tag == f"{W}t":
                    found.append(("t", item.text or "", dress + around))
                else:
                    found.append((item.tag, str(sorted(item.attrib.items())), dress + around))
            return found

        self.assertEqual(told(after), told(before))

    def test_remarks_stand_at_their_words_through_runs_and_insertions(self) -> None:
        words = commented_words(self.made)
        self.assertEqual(words.pop("4"), "An old remark stands here (Wren 9).")
        wanted = words_wanted(self.report, self.returned)
        self.assertEqual(sorted(words.values()), sorted(wanted))
        self.assertIn("(Pellow 12)", words.values())

    def test_a_text_box_has_its_remarks_at_the_paragraph_that_it_hangs_on(self) -> None:
        box = (
            "<w:p><w:r><w:t>Beside the box.</w:t></w:r><w:r><w:pict><w:txbxContent><w:p><w:r>"
            "<w:t>In a box (Tollet 7).</w:t></w:r></w:p></w:txbxContent></w:pict></w:r></w:p>"
        )
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as file:
            for name, text in PARTS.items():
                file.writestr(name, text.replace("<w:body>", f"<w:body>{box}"))
        report = checked(out.getvalue(), "p.docx", "mla-9")
        whole = api.return_of(report)
        at = next(p["index"] for p in report["paragraphs"] if "Tollet 7" in p["text"])
        first = replace(whole.remarks[0], places=(At(at, 0, 4),))
        returned = replace(whole, sections=(Section("text", "In text", (first,)),))
        made = api.return_file(
            "docx", out.getvalue(), "p.docx", returned, author=AUTHOR, date=DATE
        )[0]
        root = etree.fromstring(parts(made)["word/document.xml"])
        boxes = list(root.iter(f"{W}txbxContent"))
        self.assertEqual([m for b in boxes for m in b.iter(f"{W}commentRangeStart")], [])
        self.assertIn("Beside", commented_words(made).values())

    def test_the_old_comment_is_kept(self) -> None:
        said = [c.text for c in docx.Document(io.BytesIO(self.made)).comments]
        self.assertEqual(said[0], "Mind this.")
        self.assertEqual(len(said), 1 + len(self.returned.remarks))

    def test_twice_the_same_and_once_more_over_itself(self) -> None:
        again, _, _ = api.return_file(
            "docx", self.data, "paper.docx", self.returned, author=AUTHOR, date=DATE
        )
        self.assertEqual(again, self.made)
        twice, _, _ = api.return_file(
            "docx", self.made, "paper.docx", self.returned, author=AUTHOR, date=DATE
        )
        self.assertEqual(len(commented_words(twice)), 1 + 2 * len(self.returned.remarks))

    def test_the_strict_dialect_is_refused_with_a_way_out(self) -> None:
        strict = DOCUMENT.replace(W[1:-1], "http://purl.oclc.org/ooxml/wordprocessingml/main")
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as file:
            for name, text in {**PARTS, "word/document.xml": strict}.items():
                file.writestr(name, text)
        with self.assertRaisesRegex(ReturnImpossible, "as .html"):
            api.return_file(
                "docx", out.getvalue(), "p.docx", self.returned, author=AUTHOR, date=DATE
            )


class Gathered(unittest.TestCase):
    def setUp(self) -> None:
        cites = " ".join(f"It is said (Wren, p. {n})." for n in range(3, 9))
        text = f"{cites} Others disagree (Pellow 2).\n\n# Works Cited\n\nWren, Isolde. *The Glass Orchard*. Lowell and Finch, 2011.\n"
        house = {"remarks": {"cite-page-prefix": "We dropped “p.” in week two."}}
        self.report = api.check(
            text.encode(), "p.md", api.CheckInputs("mla-9", house, "2026-11-28")
        )

    def test_a_habit_is_one_remark_with_its_count_and_the_instructors_words(self) -> None:
        returned = api.return_of(self.report)
        habit = next(r for r in returned.remarks if r.rule == "cite-page-prefix")
        self.assertEqual((habit.habit, habit.count, habit.among), (True, 6, 7))
        self.assertEqual(said_of(habit)[0], "We dropped “p.” in week two.")
        self.assertIn("In 6 of 7 places.", said_of(habit)[1])

    def test_only_what_is_kept_goes_back_with_its_own_words(self) -> None:
        key = next(f["key"] for f in self.report["findings"] if f["rule"] == "cite-unlisted")
        returned = api.return_of(
            self.report, kept={key: "Where is Pellow?"}, words="A good draft.\nOne thing."
        )
        self.assertEqual([r.rule for r in returned.remarks], ["cite-unlisted"])
        letter = [b["text"] for b in api.return_letter(returned)]
        self.assertIn("A good draft.", letter)
        self.assertTrue(any(t.startswith("Where is Pellow? ") for t in letter))

    def test_a_round_may_be_left_out_and_is_not_praised_then(self) -> None:
        returned = api.return_of(self.report, without=["match"])
        self.assertNotIn("match", {s.round for s in returned.sections})
        self.assertFalse(any("leads to its entry" in line for line in returned.clean))

    def test_a_clean_paper_is_told_what_is_in_order(self) -> None:
        essay = next(e for e in ESSAYS if "castellan" in e.name)
        name, data = file_of(essay)
        letter = api.return_letter(api.return_of(checked(data, name, essay.guide)))
        self.assertIn("nothing to mend", " ".join(b["text"] for b in letter))
        self.assertIn("Every citation leads to its entry", letter[-1]["text"])


class OtherForms(unittest.TestCase):
    name: ClassVar[str]
    data: ClassVar[bytes]
    report: ClassVar[dict[str, Any]]
    returned: ClassVar[Return]

    @classmethod
    def setUpClass(cls) -> None:
        essay = next(e for e in ESSAYS if "brandt" in e.name)
        cls.name, cls.data = file_of(essay)
        cls.report = checked(cls.data, cls.name, essay.guide)
        cls.returned = api.return_of(cls.report)

    def made(self, form: str) -> bytes:
        return api.return_file(form, self.data, self.name, self.returned, author=AUTHOR, date=DATE)[
            0
        ]

    def test_every_form_is_made_and_is_the_same_twice(self) -> None:
        for form in api.RETURN_FORMS:
            if form in ("docx", "odt", "pdf") and not self.name.endswith(form):
                continue
            with self.subTest(form):
                made = self.made(form)
                self.assertGreater(len(made), 100)
                if form not in ("docx", "odt", "letter-docx", "list-docx", "list-odt"):
                    self.assertEqual(made, self.made(form))

    def test_the_list_is_in_order_and_right(self) -> None:
        heading, *entries = [
            p.text for p in docx.Document(io.BytesIO(self.made("list-docx"))).paragraphs
        ]
        self.assertEqual(heading, "Works Cited")
        self.assertEqual(len(entries), len(self.report["entries"]))
        text = f"It is so.\n\n# {heading}\n\n" + "\n\n".join(entries)
        again = checked(text.encode(), "list.txt", "mla-9")
        self.assertFalse(
            {f["rule"] for f in again["findings"]} & {"list-order", "list-order-same-author"}
        )

    def test_the_letter_as_a_pdf_has_its_words(self) -> None:
        pages = pypdfium2.PdfDocument(self.made("letter-pdf"))
        printed = " ".join(page.get_textpage().get_text_range() for page in pages)
        said = [b["text"] for b in api.return_letter(self.returned)]
        for words in said:
            plain = re.sub(r"</?i>", "", unescape(words))
            self.assertIn("".join(plain.split()), "".join(printed.split()))

    def test_a_mark_stands_beside_the_worked_example_of_its_guide(self) -> None:
        page = api.return_page(self.returned)
        kinds = {e["id"]: e["kind"] for e in self.report["entries"]}
        entries = [f for f in self.report["findings"] if f["family"] == "entry"]
        self.assertTrue(entries)
        for finding in entries:
            kind = api.source_kinds()[kinds[finding["entry"]]]
            self.assertIn(f"How MLA 9 writes it ({kind})", page)

    def test_an_example_of_another_guide_is_never_shown(self) -> None:
        for rule in api.rule_ids():
            for guide in ("mla-9", "chicago-18-notes"):
                shown = case_to_show(rule, guide)
                self.assertIn(shown and shown.guide, (None, guide))

    def test_findings_as_a_table_and_as_data(self) -> None:
        rows = list(csv.DictReader(io.StringIO(self.made("csv").decode())))
        self.assertEqual(len(rows), len(self.returned.remarks))
        data = json.loads(self.made("json"))
        self.assertEqual([r["rule"] for r in data["remarks"]], [r["rule"] for r in rows])

    def test_entries_as_records(self) -> None:
        self.assertEqual(len(json.loads(self.made("csl"))), len(self.report["entries"]))

    def test_nothing_of_a_paper_is_markup_or_a_formula(self) -> None:
        text = "<script>alert(1)</script> (=HYPERLINK 2).\n\n# Works Cited\n\n<b>Wren</b>, I. *The <i>Orchard*. Finch, 2011.\n"
        returned = api.return_of(checked(text.encode(), "p.txt", "mla-9"))
        for form in ("html", "letter", "list"):
            page = api.return_file(
                form, text.encode(), "p.txt", returned, author="<b>x</b>", date=DATE
            )[0].decode()
            body = page.partition("</style>")[2]
            self.assertNotIn("<script", body)
            self.assertNotIn("<b>Wren", body)
        table = api.return_file("csv", text.encode(), "p.txt", returned, author="x", date=DATE)[
            0
        ].decode()
        for row in csv.reader(io.StringIO(table)):
            self.assertFalse(any(cell[:1] in "=@" for cell in row if cell), row)


class Anchors(unittest.TestCase):
    def test_parted_paragraphs_are_led_back_to_the_one_that_they_came_of(self) -> None:
        texts = ["The tide.", "", "One. Two. Two. Three.", "The tide."]
        report = ["The tide.", "One.", "Two.", "Two.", "Three.", "The tide."]
        led = led_back([{"index": i, "text": t} for i, t in enumerate(report)], texts)
        self.assertEqual(led, {0: (0, 0), 1: (2, 0), 2: (2, 5), 3: (2, 10), 4: (2, 15), 5: (3, 0)})

    def test_what_is_nowhere_is_led_nowhere(self) -> None:
        self.assertEqual(led_back([{"index": 0, "text": "Gone."}], ["Here."]), {})


class FromTheCommandLine(unittest.TestCase):
    def test_the_form_is_told_by_the_name_or_by_as(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            paper = Path(folder) / "paper.docx"
            paper.write_bytes(hand_made())
            for out, form in (
                ("back.docx", None),
                ("letter.html", "letter"),
                ("refs.bib", None),
                ("x.csv", None),
            ):
                more = ["--as", form] if form else []
                target = Path(folder) / out
                status = main(
                    ["return", str(paper), "--guide", "mla-9", "--out", str(target), *more]
                )
                self.assertEqual(status, 0)
                self.assertGreater(target.stat().st_size, 50)
            self.assertEqual(
                main(["return", str(paper), "--out", f"{folder}/x.odt", "--as", "odt"]), 2
            )
            self.assertEqual(main(["return", str(paper), "--out", f"{folder}/x.what"]), 2)
            self.assertEqual(
                main(["return", f"{folder}/none.docx", "--out", f"{folder}/x.docx"]), 3
            )
            self.assertEqual(main(["return", str(paper), "--out", f"{folder}/no/x.docx"]), 2)


if __name__ == "__main__":
    unittest.main()
