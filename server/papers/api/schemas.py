"""What the API of papers takes and gives."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from grelt import api as core

from ..models import Check
from ..names import name_of_paper
from ..queries import FIGURES, PaperRow


class CheckSchema(serializers.ModelSerializer[Check]):
    """How a check stands. Until it is done its figures are those of the check before, and nought where there is
    none: `counted` says whether there are any."""

    counted = serializers.SerializerMethodField()

    class Meta:
        model = Check
        fields = ["id", "state", "error_code", "error_message", "queued_at", "finished_at",
                  "seconds", "counted", *FIGURES]  # fmt: skip
        read_only_fields = fields

    def get_counted(self, check: Check) -> bool:
        return check.lent or check.state == Check.State.DONE


class PaperSchema(serializers.Serializer[PaperRow]):
    """A paper with its newest draft and the newest check of it."""

    id = serializers.IntegerField(source="paper.pk")
    assignment = serializers.IntegerField(source="paper.assignment_id")
    assignment_title = serializers.CharField(source="paper.assignment.title")
    course_name = serializers.CharField(source="paper.assignment.course.name")
    guide_name = serializers.SerializerMethodField()
    writer = serializers.SerializerMethodField()
    title = serializers.CharField(source="paper.title")
    guide = serializers.CharField(source="paper.guide")
    returned_at = serializers.DateTimeField(source="paper.returned_at", allow_null=True)
    draft = serializers.SerializerMethodField()
    file_name = serializers.SerializerMethodField()
    check_state = CheckSchema(source="check", allow_null=True)
    kept = serializers.IntegerField()
    waived = serializers.IntegerField()

    def get_guide_name(self, row: PaperRow) -> str:
        return core.guide_name(row.paper.guide_id)

    def get_writer(self, row: PaperRow) -> str:
        return name_of_paper(row.paper)

    def get_draft(self, row: PaperRow) -> int:
        return row.draft.number if row.draft is not None else 0

    def get_file_name(self, row: PaperRow) -> str:
        if row.draft is None:
            return ""
        # The name of a file is often its writer's.
        name = row.draft.file_name
        hidden = row.paper.assignment.names_hidden
        return f"paper.{name.rpartition('.')[2]}" if hidden else name


class PapersSchema(serializers.Serializer[Any]):
    """Papers in the order they came. `next` is what to ask for as `after`, for the following ones; null at the
    end. `now` is what to ask for as `since`, to hear of changes."""

    papers = PaperSchema(many=True)
    next = serializers.IntegerField(allow_null=True)
    count = serializers.IntegerField()
    now = serializers.DateTimeField()


class PapersAskedSchema(serializers.Serializer[Any]):
    """Which papers: those after one, so many at most; or those of some ids."""

    after = serializers.IntegerField(min_value=0, max_value=2**62, default=0)
    limit = serializers.IntegerField(min_value=1, max_value=500, default=200)
    ids = serializers.RegexField(r"^\d{1,18}(,\d{1,18}){0,499}$", required=False)


class ProgressSchema(serializers.Serializer[Any]):
    """How the checks of an assignment stand: how many wait or run, papers with news, and what to ask next."""

    busy = serializers.IntegerField()
    changed = serializers.ListField(child=serializers.IntegerField())
    now = serializers.DateTimeField()


class ProgressAskedSchema(serializers.Serializer[Any]):
    since = serializers.DateTimeField()


class StandingSchema(serializers.ModelSerializer[Check]):
    """How the newest check of a paper stands, and no more."""

    class Meta:
        model = Check
        fields = ["id", "state", "error_code", "error_message"]
        read_only_fields = fields


class UploadSchema(serializers.Serializer[Any]):
    """A file handed in. `writer` may be left out; it is then read from the paper. `again` takes in a file that
    is there already."""

    file = serializers.FileField(allow_empty_file=True, max_length=4000)
    writer = serializers.CharField(required=False, allow_blank=True, max_length=200)
    again = serializers.BooleanField(default=False)


class RuleHelpSchema(serializers.Serializer[Any]):
    """The help page of a rule."""

    id = serializers.CharField()
    family = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]  # a field of that name
    looks_for = serializers.CharField()
    why = serializers.CharField()
    wrong = serializers.CharField()
    right = serializers.CharField()
    right_because = serializers.CharField()
    house = serializers.ListField(child=serializers.CharField())
    chapters = serializers.ListField(child=serializers.ListField(child=serializers.CharField()))
