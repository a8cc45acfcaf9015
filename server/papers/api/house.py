"""House rules: the table they are drawn from, changing them, files in and out, and what they would do."""

from __future__ import annotations

from typing import Any
from urllib.parse import quote

from django.db import transaction
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_field
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from courses.actions.change_house import change_assignment_house, change_course_house
from courses.api.schemas import AssignmentSchema, CourseSchema
from courses.models import Assignment
from courses.policy import hold, theirs
from courses.queries import assignment_for, course_for
from grelt import api as core
from sources.api.schemas import GapSchema, ShelfKindSchema

from ..actions.preview_house import begin_course_preview, begin_preview, result_of
from ..actions.recheck_assignment import recheck_assignment
from ..models import HousePreview


class ChoiceSchema(serializers.Serializer[Any]):
    value = serializers.CharField()
    sentence = serializers.CharField()


class CountedKindSchema(serializers.Serializer[Any]):
    """What a kind of source is called when there is one, and when there are several."""

    id = serializers.CharField()
    one = serializers.CharField()
    several = serializers.CharField()


class OptionSchema(serializers.Serializer[Any]):
    """A house rule: its choices as sentences, and the sentence round a value of one's own."""

    key = serializers.CharField()
    kind = serializers.ChoiceField(choices=["choice", "number", "kinds", "text"])
    default = serializers.CharField()
    choices = ChoiceSchema(many=True)
    before = serializers.CharField(allow_blank=True)
    after = serializers.CharField(allow_blank=True)
    least = serializers.FloatField(allow_null=True)
    most = serializers.FloatField(allow_null=True)
    of_guide = serializers.CharField(allow_blank=True)
    kinds = CountedKindSchema(many=True)
    rules = serializers.ListField(child=serializers.CharField())


class OptionGroupSchema(serializers.Serializer[Any]):
    title = serializers.CharField()
    options = OptionSchema(many=True)


class RuleSettingSchema(serializers.Serializer[Any]):
    """A rule, and how much it weighs in the guide."""

    id = serializers.CharField()
    family = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]  # a field of that name
    looks_for = serializers.CharField()
    severity = serializers.ChoiceField(choices=["off", "advice", "caution", "error"])


class HouseTableSchema(serializers.Serializer[Any]):
    """Everything that house rules can set, in the order of the work."""

    guide = serializers.CharField()
    groups = OptionGroupSchema(many=True)
    kinds = CountedKindSchema(many=True)
    elements = GapSchema(many=True)
    rules = RuleSettingSchema(many=True)


class HouseSchema(serializers.Serializer[Any]):
    """House rules as tables: `house`, `severity`, `points`, `remarks`."""

    guide = serializers.CharField(required=False, max_length=60)
    house = serializers.DictField()


class OwnKindSchema(serializers.Serializer[Any]):
    """A source kind of the house's own, to be tried in a guide before it is saved."""

    guide = serializers.CharField(max_length=60)
    name = serializers.CharField(max_length=60)
    several = serializers.CharField(max_length=60, allow_blank=True, default="")
    like = serializers.CharField(max_length=60)
    entry = serializers.CharField(max_length=600)
    note = serializers.CharField(max_length=600, allow_blank=True, default="")


class HouseTextSchema(serializers.Serializer[Any]):
    text = serializers.CharField(max_length=200_000, trim_whitespace=False)


class HouseTablesSchema(serializers.Serializer[Any]):
    house = serializers.DictField()
    said = serializers.ListField(child=serializers.CharField())


class StandingOfPaperSchema(serializers.Serializer[Any]):
    slips = serializers.IntegerField()
    points = serializers.FloatField(allow_null=True)
    verdict = serializers.CharField(allow_null=True)


class PreviewPaperSchema(serializers.Serializer[Any]):
    """A paper before and after; findings gained and lost, by rule."""

    paper = serializers.IntegerField()
    writer = serializers.CharField()
    before = StandingOfPaperSchema()
    after = StandingOfPaperSchema()
    gained = serializers.DictField(child=serializers.IntegerField())
    lost = serializers.DictField(child=serializers.IntegerField())


class PreviewRuleSchema(serializers.Serializer[Any]):
    rule = serializers.CharField()
    gained = serializers.IntegerField()
    lost = serializers.IntegerField()


class PreviewResultSchema(serializers.Serializer[Any]):
    papers = PreviewPaperSchema(many=True)
    rules = PreviewRuleSchema(many=True)


class PreviewSchema(serializers.Serializer[HousePreview]):
    """What other house rules would do; `result` comes when all papers are through."""

    id = serializers.IntegerField()
    state = serializers.SerializerMethodField()
    total = serializers.IntegerField()
    done = serializers.SerializerMethodField()
    result = serializers.SerializerMethodField()

    @extend_schema_field(serializers.ChoiceField(choices=["running", "done"]))
    def get_state(self, preview: HousePreview) -> str:
        return "done" if self.get_done(preview) >= preview.total else "running"

    def get_done(self, preview: HousePreview) -> int:
        return preview.papers.count()

    @extend_schema_field(PreviewResultSchema(allow_null=True))
    def get_result(self, preview: HousePreview) -> dict[str, Any] | None:
        return result_of(preview)


class HouseTableView(APIView):
    @extend_schema(
        parameters=[OpenApiParameter("guide", str, required=True)],
        responses=HouseTableSchema,
        operation_id="house_table",
    )
    def get(self, request: Request) -> Response:
        return Response(core.house_table(request.query_params.get("guide", "")))


class HouseReadView(APIView):
    @extend_schema(request=HouseTextSchema, responses=HouseTablesSchema, operation_id="house_read")
    def post(self, request: Request) -> Response:
        form = HouseTextSchema(data=request.data)
        form.is_valid(raise_exception=True)
        house = core.house_tables(form.validated_data["text"])
        return Response({"house": house, "said": core.house_rules(house)})


class KindTriedView(APIView):
    @extend_schema(request=OwnKindSchema, responses=ShelfKindSchema, operation_id="house_try_kind")
    def post(self, request: Request) -> Response:
        form = OwnKindSchema(data=request.data)
        form.is_valid(raise_exception=True)
        kind = dict(form.validated_data)
        return Response(core.try_kind(kind.pop("guide"), kind))


def _asked(request: Request, assignment: Assignment) -> tuple[str, dict[str, Any]]:
    form = HouseSchema(data=request.data)
    form.is_valid(raise_exception=True)
    return form.validated_data.get("guide") or assignment.guide, form.validated_data["house"]


class AssignmentHouseView(APIView):
    @extend_schema(
        request=HouseSchema, responses=AssignmentSchema, operation_id="assignments_set_house"
    )
    @transaction.atomic
    def put(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        if change_assignment_house(assignment, *_asked(request, assignment)):
            recheck_assignment(assignment)
        return Response(AssignmentSchema(assignment).data)


class AssignmentHouseFileView(APIView):
    @extend_schema(
        responses={(200, "application/toml"): OpenApiTypes.STR}, operation_id="house_file"
    )
    def get(self, request: Request, assignment_id: int) -> HttpResponse:
        assignment = assignment_for(request.user, assignment_id)
        text = core.house_file(assignment.whole_house, assignment.title)
        name = quote(f"{assignment.title}.toml")
        return HttpResponse(
            text,
            content_type="application/toml",
            headers={"Content-Disposition": f"attachment; filename*=UTF-8''{name}"},
        )


class CourseHouseView(APIView):
    @extend_schema(request=HouseSchema, responses=CourseSchema, operation_id="courses_set_house")
    @transaction.atomic
    def put(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        form = HouseSchema(data=request.data)
        form.is_valid(raise_exception=True)
        if change_course_house(course, form.validated_data["house"]):
            for assignment in course.assignments.all():
                # What the course sets may not go together with what an assignment has.
                core.house_rules(assignment.whole_house)
                recheck_assignment(assignment)
        return Response(CourseSchema(course, context={"user": request.user}).data)


class PreviewsView(APIView):
    @extend_schema(
        request=HouseSchema, responses={202: PreviewSchema}, operation_id="house_preview"
    )
    def post(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        preview = begin_preview(assignment, *_asked(request, assignment))
        return Response(PreviewSchema(preview).data, status=202)


class CoursePreviewsView(APIView):
    @extend_schema(
        request=HouseSchema, responses={202: PreviewSchema}, operation_id="course_house_preview"
    )
    def post(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        form = HouseSchema(data=request.data)
        form.is_valid(raise_exception=True)
        preview = begin_course_preview(course, form.validated_data["house"])
        return Response(PreviewSchema(preview).data, status=202)


class PreviewView(APIView):
    @extend_schema(responses=PreviewSchema, operation_id="house_preview_show")
    def get(self, request: Request, preview_id: int) -> Response:
        known = HousePreview.objects.filter(theirs(request.user, "course__")).distinct()
        preview = get_object_or_404(known, pk=preview_id)
        hold(request.user, preview.course)
        return Response(PreviewSchema(preview).data)
