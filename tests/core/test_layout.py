"""Laying out by estimate: lines by the width of the face, pages by what word processors do."""

from __future__ import annotations

import unittest

from grelt.document import Document
from grelt.document.fragment import parse_fragment
from grelt.structure import paginate
from grelt.structure.faces import face_metrics

LINE = "The pond filled only while the gate stood open to the flood. "


def starts(text: str, face: str = "Times New Roman") -> list[tuple[int, int]]:
    pages = paginate(parse_fragment(text, face))
    return [pages.start(page) for page in range(1, pages.count + 1)]


def count(document: Document) -> int:
    return paginate(document).count


class Faces(unittest.TestCase):
    def test_wider_faces_take_more_room(self) -> None:
        widths = [
            face_metrics(f).advances(LINE)[-1] for f in ("Times New Roman", "Arial", "Courier New")
        ]
        self.assertEqual(widths, sorted(widths))

    def test_an_unknown_face_is_about_average(self) -> None:
        known = face_metrics("Times New Roman").advances(LINE)[-1]
        self.assertLess(abs(face_metrics("Tideway").advances(LINE)[-1] / known - 1.09), 0.02)


class Pages(unittest.TestCase):
    def test_a_page_takes_twenty_three_double_spaced_lines(self) -> None:
        lines = "\n".join("{first_line=0} Short." for _ in range(24))
        self.assertEqual(starts(lines), [(0, 0), (23, 0)])

    def test_no_line_is_left_alone_at_either_side(self) -> None:
        short = "\n".join("{first_line=0} Short." for _ in range(22))
        self.assertEqual(starts(f"{short}\n{LINE * 3}")[1], (22, 0))
        short = "\n".join("{first_line=0} Short." for _ in range(21))
        page, offset = starts(f"{short}\n{LINE * 4}")[1]
        self.assertEqual(page, 21)
        self.assertLess(offset, len(LINE * 4) * 0.8)

    def test_notes_take_room_at_the_foot(self) -> None:
        plain = "\n".join(LINE * 6 for _ in range(12))
        noted = "\n".join(LINE * 6 + "^[" + LINE * 4 + "]" for _ in range(12))
        self.assertGreater(count(parse_fragment(noted)), count(parse_fragment(plain)))

    def test_larger_print_and_wider_faces_make_more_pages(self) -> None:
        text = "\n".join(LINE * 8 for _ in range(16))
        narrow = count(parse_fragment(text, "Times New Roman"))
        wide = count(parse_fragment(text, "Courier New"))
        self.assertGreater(wide, narrow)


class Monsters(unittest.TestCase):
    def test_lines_taller_than_a_page_come_to_an_end(self) -> None:
        words = "word " * 200
        for setting in ("size=400", "size=300, spacing=3", "space_before=5000", "left=5000"):
            document = parse_fragment(f"{{{setting}}} {words}\n{{{setting}}} {words}")
            with self.subTest(setting=setting):
                starts = paginate(document)
                self.assertGreaterEqual(starts.count, 1)

    def test_a_note_longer_than_a_page_comes_to_an_end(self) -> None:
        document = parse_fragment(f"Some words.^[{'word ' * 3000}] More words. " + "word " * 300)
        self.assertGreaterEqual(paginate(document).count, 1)
