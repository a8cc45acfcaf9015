"""A small world for tests of the server and the interface: instructors, a course, papers."""

from __future__ import annotations

from django.contrib.auth.models import User

from bundles.actions.look_at import look_at_file, to_look_at
from bundles.actions.unpack import unpack_bundle
from bundles.models import Bundle
from courses.models import Assignment, Course
from demo.essay import COURSES, Essay, load_essays
from demo.write import file_of as paper_of
from demo.write_docx import write_docx
from papers.actions.ask_for_records import ask_for_records
from papers.actions.preview_house import preview_paper
from papers.actions.run_check import inputs_of, key_of, run_check
from papers.actions.upload_paper import HandedIn, upload_draft, upload_paper
from papers.models import Check, HousePreview, Paper, Report
from papers.queries import newest_checks

PASSWORD = "slack-water"


def instructor(name: str = "vale") -> User:
    user = User.objects.create_user(name, password=PASSWORD)
    user.first_name, user.last_name = "Tamsin", "Vale"
    user.save()
    return user


def assignment_of(user: User, house: dict[str, object] | None = None) -> Assignment:
    course = Course.objects.create(owner=user, name="Writing the Shore")
    return Assignment.objects.create(
        course=course, title="Tide, fog, salt, song", guide="mla-9", house=house or {}
    )


def essay(name: str) -> Essay:
    return next(e for e in load_essays(COURSES) if name in e.name)


def file_of(name: str) -> bytes:
    found = essay(name)
    return write_docx(
        found.document, running_head=found.running_head, hand=found.hand, face=found.face
    )


def hand_in(assignment: Assignment, name: str, *, checked: bool = True) -> Paper:
    """A demo essay handed in, and checked as a worker would."""
    paper = upload_paper(assignment, HandedIn(f"{essay(name).name}.docx", file_of(name)))
    if checked:
        run_waiting_checks(recalled=True)
        paper.refresh_from_db()
    return paper


def hand_in_again(paper: Paper, name: str) -> None:
    """Another demo essay as the next draft of a paper, checked."""
    upload_draft(paper, HandedIn(f"{essay(name).name}.docx", file_of(name)))
    run_waiting_checks(recalled=True)


def hand_in_own(user: User, name: str, format: str | None = None) -> Paper:
    """A demo essay of any course in its own format (or another), in an assignment of its guide."""
    found = essay(name)
    course = Course.objects.create(owner=user, name=found.course)
    assignment = Assignment.objects.create(course=course, title=found.assignment, guide=found.guide)
    file_name, content = paper_of(found, format)
    paper = upload_paper(assignment, HandedIn(file_name, content), found.writer)
    run_waiting_checks(recalled=True)
    paper.refresh_from_db()
    return paper


def run_waiting_checks(*, recalled: bool = False) -> None:
    """What a worker does, here and now; with reports that are known already, where a test only needs them."""
    for bundle in Bundle.objects.filter(state=Bundle.State.UNPACKING):
        unpack_bundle(bundle.pk)
        for file in to_look_at(bundle.pk):
            look_at_file(file)
    for check in Check.objects.filter(state=Check.State.QUEUED).select_related("draft"):
        if recalled:
            _recall(check)
        ask_for_records(check.pk)
        run_check(check.pk)
        _remember(check.pk)


# Reports that a test before has made, by the key of all that decides them: the same paper under the same rules is
# not checked for every test anew.
_REPORTS: dict[str, Report] = {}


def _recall(check: Check) -> None:
    known = _REPORTS.get(key_of(check.draft, inputs_of(check)))
    if known is not None and not Report.objects.filter(pk=known.pk).exists():
        Report.objects.create(
            key=known.key, body=known.body, figures=known.figures, schema=known.schema
        )


def _remember(check: int) -> None:
    report = Report.objects.filter(checks=check).first()
    if report is not None:
        _REPORTS[report.key] = report


def run_previews(most: int | None = None) -> None:
    """What workers do for previews of house rules, here and now: for the first `most` papers, or for all."""
    for preview in HousePreview.objects.all():
        assignments = (
            [preview.assignment] if preview.assignment else preview.course.assignments.all()
        )
        checks = [check for assignment in assignments for check in newest_checks(assignment)]
        for check in checks[:most]:
            preview_paper(preview.pk, check)
