"""A class handed in as one .zip: what is in it, whose each file is, taken in once, nothing lost on the way."""

from __future__ import annotations

import io
import zipfile
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import SimpleTestCase, TestCase
from hypothesis import given, settings
from hypothesis import strategies as st
from procrastinate.contrib.django.models import ProcrastinateJob

from bundles.actions.look_at import look_at_file, to_look_at
from bundles.actions.unpack import unpack_bundle
from bundles.models import Bundle, BundleFile
from bundles.unzip import ZipRefused, files_in
from courses.actions.set_writers import set_writers
from courses.models import Membership
from courses.writers import ListUnreadable, read_class_list, writer_listed
from papers.models import Check, Draft, Paper
from tests.world import assignment_of, essay, file_of, hand_in, instructor, run_waiting_checks


def zipped(files: dict[str, bytes], **more: Any) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for path, content in files.items():
            archive.writestr(path, content)
    return out.getvalue()


class Unzipping(SimpleTestCase):
    def test_folders_and_what_systems_leave_are_passed_over(self) -> None:
        data = zipped(
            {
                "set one/Marlowe/essay.docx": b"1",
                "set one/.DS_Store": b"2",
                "__MACOSX/set one/._essay.docx": b"3",
                "~$ssay.docx": b"4",
                "Thumbs.db": b"5",
                "empty/": b"",
            }
        )
        self.assertEqual([f.path for f in files_in(data)], ["set one/Marlowe/essay.docx"])

    def test_names_are_read_whatever_made_the_zip(self) -> None:
        # A .zip that does not say how its names are written: the flag for UTF-8 is taken away.
        for name, encoding in (("Zoë Müller.txt", "utf-8"), ("Zoë Müller.txt", "cp1252")):
            raw = name.encode(encoding)
            data = zipped({"X" * len(raw): b"words"}).replace(b"X" * len(raw), raw)
            with self.subTest(encoding):
                self.assertEqual([f.path for f in files_in(data)], [name])

    def test_paths_lead_nowhere_else(self) -> None:
        data = zipped({"../../etc/passwd.txt": b"1", "C:\\papers\\one.txt": b"2"})
        self.assertEqual([f.path for f in files_in(data)], ["etc/passwd.txt", "C:/papers/one.txt"])

    def test_what_is_no_zip_too_much_or_a_bomb_is_refused_in_words(self) -> None:
        for data in (b"", b"no zip", zipped({"a.txt": b"words"})[:40]):
            with self.assertRaisesMessage(ZipRefused, "This is no .zip that can be opened"):
                list(files_in(data))
        with self.assertRaisesMessage(ZipRefused, "more than 2,000 files"):
            list(files_in(zipped({f"{n}.txt": b"" for n in range(2001)})))
        (bomb,) = files_in(zipped({"bomb.txt": b"0" * (40 * 2**20)}))
        self.assertIn("larger than 30 MB", bomb.problem)
        with self.assertRaisesMessage(ZipRefused, "Unpacked it is larger than 700 MB"):
            list(files_in(zipped({f"{n}.txt": b"0" * (29 * 2**20) for n in range(26)})))

    def test_a_damaged_or_locked_file_costs_itself_alone(self) -> None:
        data = bytearray(zipped({"a.txt": b"some words that are here" * 9, "b.txt": b"others"}))
        data[40:52] = b"\x00" * 12
        damaged, sound = files_in(bytes(data))
        self.assertIn("damaged", damaged.problem)
        self.assertEqual(sound.content, b"others")
        locked = zipped({"a.txt": b"words"})
        for at in (locked.index(b"PK\x03\x04") + 6, locked.index(b"PK\x01\x02") + 8):
            locked = locked[:at] + b"\x01\x00" + locked[at + 2 :]
        (file,) = files_in(locked)
        self.assertIn("password", file.problem)


class ClassLists(SimpleTestCase):
    def test_lists_of_many_shapes_are_read(self) -> None:
        wanted = ["Ines Marlowe", "Piers Dray"]
        for text in (
            "Ines Marlowe\nPiers Dray\n",
            "\ufeffName,Email\nInes Marlowe,i@x.example\nPiers Dray,\n",
            "Last name;First name;Section\nMarlowe;Ines;2\nDray;Piers;2\n",
            "Marlowe, Ines\nDray, Piers\n",
            'Student,Id\n"Marlowe, Ines",7\n"Dray, Piers",8\n',
            "First Name\tSurname\nInes\tMarlowe\nPiers\tDray\n\nInes\tMarlowe\n",
        ):
            with self.subTest(text):
                self.assertEqual([w.name for w in read_class_list(text)], wanted)

    def test_what_is_no_list_is_refused_with_its_line(self) -> None:
        for text, words in (
            ("\n", "nobody"),
            ("name,mail\nInes,\n123,\n", "Line 3"),
            ("name,mail\n\n\nInes,\n\n123,\n", "Line 6"),
            ("Ines Marlowe\n" + '"' + "a" * 200_000, "Line 2 is no line of a .csv"),
        ):
            with self.assertRaisesMessage(ListUnreadable, words):
                read_class_list(text)

    def test_names_turned_round_are_two_people(self) -> None:
        self.assertEqual(
            [w.name for w in read_class_list("Lee Ann\nAnn Lee\nlee ann\n")], ["Lee Ann", "Ann Lee"]
        )

    @settings(derandomize=True, deadline=None, max_examples=300)
    @given(st.text(st.sampled_from("aÉ李;,\t\n\r\"' 0@\x00\ufeff\u2028"), max_size=40))
    def test_whatever_it_is_it_is_read_or_refused(self, text: str) -> None:
        try:
            listed = read_class_list(text)
        except ListUnreadable as unreadable:
            self.assertTrue(str(unreadable).endswith("."))
            return
        self.assertGreater(len(listed), 0)
        for one in listed:
            self.assertEqual(one.name, " ".join(one.name.split()))
            self.assertTrue(any(c.isalpha() for c in one.name))

    def test_one_is_told_by_a_line_or_by_the_name_of_a_file_and_never_guessed(self) -> None:
        names = ["Ines Marlowe", "Piers Dray", "Zoë de la Mar", "Ana Lund", "Olaf Lund"]
        for said, whose in (
            ("Ines Marlowe", "Ines Marlowe"),
            ("MARLOWE_ines_12345_essay.docx", "Ines Marlowe"),
            ("marloweines_late_99.docx", "Ines Marlowe"),
            ("I. Marlowe", "Ines Marlowe"),
            ("InesMarlowe-final.docx", "Ines Marlowe"),
            ("dray essay 2.docx", "Piers Dray"),
            ("Zoe de la Mar.docx", "Zoë de la Mar"),
            ("Lund essay.docx", ""),
            ("O Lund.docx", "Olaf Lund"),
            ("essay.docx", ""),
            ("", ""),
        ):
            with self.subTest(said):
                self.assertEqual(writer_listed(names, said), whose)


class BundleCase(TestCase):
    def setUp(self) -> None:
        self.user = instructor()
        self.client.force_login(self.user)
        self.assignment = assignment_of(self.user)
        self.address = f"/api/assignments/{self.assignment.pk}/bundles"

    def hand_in(self, files: dict[str, bytes]) -> dict[str, Any]:
        upload = SimpleUploadedFile("papers.zip", zipped(files))
        answer = self.client.post(self.address, {"file": upload})
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        unpack_bundle(answer.json()["id"])
        found: dict[str, Any] = self.client.get(f"/api/bundles/{answer.json()['id']}").json()
        return found

    def take(self, bundle: int, **more: Any) -> Any:
        return self.client.post(
            f"/api/bundles/{bundle}/take", more, content_type="application/json"
        )


class Bundles(BundleCase):
    def test_papers_are_taken_in_with_their_writers_and_checked(self) -> None:
        set_writers(self.assignment.course, "Ines Marlowe\nPiers Dray\nMateo Quist\n")
        bundle = self.hand_in(
            {
                "a/marlowe_essay.docx": file_of("marlowe"),
                "b/upload 7.docx": file_of("dray"),
                "c/picture.png": b"\x89PNG",
                "c/copy of marlowe.docx": file_of("marlowe"),
            }
        )
        self.assertEqual(bundle["state"], "ready")
        files = {f["path"]: f for f in bundle["files"]}
        self.assertEqual(files["a/marlowe_essay.docx"]["writer"], "Ines Marlowe")
        self.assertEqual(files["b/upload 7.docx"]["writer"], "")
        self.assertIn("no paper that can be read", files["c/picture.png"]["problem"])
        self.assertIn(
            "same file as “a/marlowe_essay.docx”", files["c/copy of marlowe.docx"]["problem"]
        )
        self.assertFalse(Paper.objects.exists())
        self.assertEqual(self.take(bundle["id"]).status_code, 200)
        run_waiting_checks()
        self.assertEqual(
            sorted(Paper.objects.values_list("writer", flat=True)), ["Ines Marlowe", "Piers Dray"]
        )
        self.assertEqual(set(Check.objects.values_list("state", flat=True)), {"done"})
        self.assertFalse(BundleFile.objects.exclude(content=b"").exists())

    def test_a_person_says_otherwise_before(self) -> None:
        bundle = self.hand_in({"1.docx": file_of("marlowe"), "2.docx": file_of("dray")})
        one, two = (f["id"] for f in bundle["files"])
        self.take(bundle["id"], writers={str(one): "Iris Pym"}, without=[two])
        run_waiting_checks()
        self.assertEqual([p.writer for p in Paper.objects.all()], ["Iris Pym"])

    def test_two_files_of_one_writer_are_two_drafts(self) -> None:
        hand_in(self.assignment, "quist")
        second = essay("6b-quist")
        bundle = self.hand_in({f"{second.name}.docx": file_of("6b-quist")})
        self.take(bundle["id"], writers={str(bundle["files"][0]["id"]): "Mateo Quist"})
        self.assertEqual(Paper.objects.count(), 1)
        self.assertEqual(list(Draft.objects.values_list("number", flat=True)), [2, 1])

    def test_nothing_is_taken_in_twice(self) -> None:
        files = {"1.docx": file_of("marlowe")}
        bundle = self.hand_in(files)
        upload = SimpleUploadedFile("again.zip", zipped(files))
        self.assertEqual(
            self.client.post(self.address, {"file": upload}).json()["id"], bundle["id"]
        )
        self.take(bundle["id"])
        refused = self.take(bundle["id"])
        self.assertEqual((refused.status_code, refused.json()["code"]), (409, "not-ready"))
        unpack_bundle(bundle["id"])  # a job that is run once more
        self.assertEqual((Paper.objects.count(), Check.objects.count()), (1, 1))
        again = self.hand_in({"1.docx": file_of("marlowe"), "new.docx": file_of("dray")})
        self.assertIn("here already", {f["path"]: f for f in again["files"]}["1.docx"]["problem"])

    def test_it_waits_while_nobody_looks_and_is_put_away(self) -> None:
        bundle = self.hand_in({"1.docx": file_of("marlowe")})
        listed = self.client.get(self.address).json()
        self.assertEqual([b["id"] for b in listed], [bundle["id"]])
        self.assertEqual(self.client.delete(f"/api/bundles/{bundle['id']}").status_code, 204)
        self.assertEqual(self.client.get(self.address).json(), [])

    def test_unpacking_is_a_job_and_what_is_no_zip_says_so(self) -> None:
        upload = SimpleUploadedFile("papers.zip", b"no zip at all")
        bundle = self.client.post(self.address, {"file": upload}).json()
        self.assertEqual(bundle["state"], "unpacking")
        self.assertTrue(ProcrastinateJob.objects.filter(task_name="bundles.unpack").exists())
        unpack_bundle(bundle["id"])
        failed = self.client.get(f"/api/bundles/{bundle['id']}").json()
        self.assertEqual(failed["state"], "failed")
        self.assertIn("no .zip that can be opened", failed["problem"])
        self.assertEqual(bytes(Bundle.objects.get().content), b"")

    def test_a_class_list_is_set_and_refused(self) -> None:
        address = f"/api/courses/{self.assignment.course_id}/writers"
        body = {"text": "Name,Email\nInes Marlowe,i@reach.example\n"}
        answer = self.client.put(address, body, content_type="application/json")
        self.assertEqual(answer.json(), [{"name": "Ines Marlowe", "email": "i@reach.example"}])
        refused = self.client.put(address, {"text": "12\n"}, content_type="application/json")
        self.assertEqual((refused.status_code, refused.json()["code"]), (422, "list-unreadable"))
        self.assertEqual(len(self.client.get(address).json()), 1)


class FirstLooks(BundleCase):
    """Whose a file is, read off its first page while it waits."""

    def look(self, bundle: dict[str, Any]) -> dict[str, dict[str, Any]]:
        for number in to_look_at(bundle["id"]):
            look_at_file(number)
        shown = self.client.get(f"/api/bundles/{bundle['id']}").json()
        return {f["path"]: f for f in shown["files"]}

    def test_a_paper_says_itself_whose_it_is(self) -> None:
        files = self.look(
            self.hand_in({"1.docx": file_of("marlowe"), "2.md": b"Words and no more."})
        )
        told = files["1.docx"]
        self.assertEqual((told["writer"], told["told_by"]), ("Ines Marlowe", "paper"))
        self.assertEqual(told["title"], "The Mill at Slack Water")
        self.assertTrue(files["2.md"]["looked_at"])
        self.assertEqual((files["2.md"]["writer"], files["2.md"]["told_by"]), ("", ""))

    def test_the_class_list_has_the_last_word(self) -> None:
        for names, path, writer, told_by in (
            ("Marlowe, I.\nPiers Dray", "1.docx", "I. Marlowe", "paper"),
            ("Piers Dray", "dray.docx", "Piers Dray", "file"),
            ("Piers Dray", "2.docx", "Ines Marlowe", "paper"),
        ):
            with self.subTest(path):
                set_writers(self.assignment.course, names)
                told = self.look(self.hand_in({path: file_of("marlowe")}))[path]
                self.assertEqual((told["writer"], told["told_by"]), (writer, told_by))
                Bundle.objects.all().delete()

    def test_what_cannot_be_read_is_told_before_it_is_taken_in(self) -> None:
        bundle = self.hand_in({"1.docx": file_of("marlowe"), "cut.docx": file_of("dray")[:900]})
        self.assertIn("damaged or was cut off", self.look(bundle)["cut.docx"]["problem"])
        self.assertEqual(self.take(bundle["id"]).status_code, 200)
        self.assertEqual([p.writer for p in Paper.objects.all()], ["Ines Marlowe"])

    def test_its_sources_are_not_read_off_once_more_for_the_look_up(self) -> None:
        bundle = self.hand_in({"1.docx": file_of("marlowe"), "2.docx": file_of("dray")})
        look_at_file(bundle["files"][0]["id"])
        self.take(bundle["id"])
        found = dict(Draft.objects.values_list("file_name", "identifiers"))
        self.assertIsInstance(found["1.docx"], list)
        self.assertIsNone(found["2.docx"])
        self.assertEqual(
            sorted(Paper.objects.values_list("title", flat=True)), ["", "The Mill at Slack Water"]
        )

    def test_it_is_looked_at_once_and_not_when_it_was_taken_in_meanwhile(self) -> None:
        bundle = self.hand_in({"1.docx": file_of("marlowe"), "2.docx": file_of("dray")})
        one, two = to_look_at(bundle["id"])
        look_at_file(one)
        BundleFile.objects.filter(pk=one).update(writer="Iris Pym")
        look_at_file(one)
        self.assertEqual(BundleFile.objects.get(pk=one).writer, "Iris Pym")
        self.take(bundle["id"])
        look_at_file(two)
        self.assertFalse(BundleFile.objects.get(pk=two).looked_at)
        self.assertEqual(to_look_at(bundle["id"]), [])

    def test_with_names_hidden_only_who_takes_in_sees_the_files(self) -> None:
        bundle = self.hand_in({"marlowe.docx": file_of("marlowe")})
        self.assignment.names_hidden = True
        self.assignment.save()
        self.assertEqual([b["id"] for b in self.client.get(self.address).json()], [bundle["id"]])
        helper = instructor("pym")
        Membership.objects.create(course=self.assignment.course, user=helper, role="helper")
        self.client.force_login(helper)
        self.assertEqual(self.client.get(self.address).json(), [])
        self.assertEqual(self.client.get(f"/api/bundles/{bundle['id']}").status_code, 404)
