"""What the API of papers takes and gives."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from grelt import api as core

from ..models import Check, Paper
from ..queries import current_check, current_draft


class CheckSchema(serializers.ModelSerializer[Check]):
    """How a check stands; counts are nought until it is done."""

    class Meta:
        model = Check
        fields = ["id", "state", "error_code", "error_message", "queued_at", "finished_at",
                  "seconds", "pages", "citations", "sources_cited", "entries", "unlisted",
                  "uncited", "slips", "habits"]  # fmt: skip
        read_only_fields = fields


class PaperSchema(serializers.ModelSerializer[Paper]):
    """A paper with its newest draft and the newest check of it."""

    assignment_title = serializers.CharField(source="assignment.title", read_only=True)
    course_name = serializers.CharField(source="assignment.course.name", read_only=True)
    guide_name = serializers.SerializerMethodField()
    draft = serializers.SerializerMethodField()
    file_name = serializers.SerializerMethodField()
    check_state = serializers.SerializerMethodField()
    kept = serializers.IntegerField(read_only=True, default=0)
    waived = serializers.IntegerField(read_only=True, default=0)

    class Meta:
        model = Paper
        fields = ["id", "assignment", "assignment_title", "course_name", "guide_name", "writer",
                  "title", "draft", "file_name", "check_state", "kept", "waived"]  # fmt: skip
        read_only_fields = fields

    def get_guide_name(self, paper: Paper) -> str:
        return core.guide_name(paper.assignment.guide)

    def get_draft(self, paper: Paper) -> int:
        draft = current_draft(paper)
        return draft.number if draft is not None else 0

    def get_file_name(self, paper: Paper) -> str:
        draft = current_draft(paper)
        return draft.file_name if draft is not None else ""

    @extend_schema_field(CheckSchema(allow_null=True))
    def get_check_state(self, paper: Paper) -> dict[str, Any] | None:
        check = current_check(paper)
        return CheckSchema(check).data if check is not None else None


class UploadSchema(serializers.Serializer[Any]):
    """A file handed in. `writer` may be left out; it is then read from the paper."""

    file = serializers.FileField(allow_empty_file=True)
    writer = serializers.CharField(required=False, allow_blank=True, max_length=200)


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
