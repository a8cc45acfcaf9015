"""The shelf of guides, composing, open formats, looking a record up."""

from typing import Any

from django.conf import settings
from django.http import HttpResponse
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from courses.queries import assignment_for
from grelt import api as core

from ..actions.look_up import look_up
from ..queries import LONGEST_IDENTIFIER, known_to
from .schemas import (
    ComposedListSchema,
    ComposedSchema,
    ComposeFormSchema,
    ItemsFormSchema,
    ItemsSchema,
    ListFileFormSchema,
    ListFormSchema,
    RecordSchema,
    ShelfKindSchema,
    TextFormSchema,
    VocabularySchema,
)


def _house(request: Request, assignment: int | None) -> dict[str, Any] | None:
    """The house rules of an assignment, where one is named."""
    return None if assignment is None else assignment_for(request.user, assignment).whole_house


class VocabularyView(APIView):
    @extend_schema(responses=VocabularySchema, operation_id="vocabulary_show")
    def get(self, request: Request) -> Response:
        return Response(core.vocabulary())


class ShelfView(APIView):
    @extend_schema(
        parameters=[OpenApiParameter("assignment", int, description="Whose house rules count.")],
        responses=ShelfKindSchema(many=True),
        operation_id="shelf_show",
    )
    def get(self, request: Request, guide: str) -> Response:
        asked = request.query_params.get("assignment", "")
        house = _house(request, int(asked) if asked.isdecimal() else None)
        return Response(core.guide_shelf(guide, house))


class ComposeView(APIView):
    @extend_schema(
        request=ComposeFormSchema, responses=ComposedSchema, operation_id="sources_compose"
    )
    def post(self, request: Request) -> Response:
        form = ComposeFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        house = _house(request, asked.get("assignment"))
        return Response(
            core.compose_work(asked["item"], asked["guide"], asked["kind"], asked["locator"], house)
        )


class ListView(APIView):
    @extend_schema(
        request=ListFormSchema, responses=ComposedListSchema, operation_id="sources_list"
    )
    def post(self, request: Request) -> Response:
        form = ListFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        house = _house(request, asked.get("assignment"))
        return Response(core.compose_list(asked["items"], asked["guide"], house))


class ListFileView(APIView):
    @extend_schema(
        request=ListFileFormSchema,
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY},
        operation_id="sources_list_file",
    )
    def post(self, request: Request) -> HttpResponse:
        form = ListFileFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        house = _house(request, asked.get("assignment"))
        content, ending, kind = core.composed_list_file(
            asked["form"], asked["items"], asked["guide"], house
        )
        named = {"Content-Disposition": f"attachment; filename=list{ending}"}
        return HttpResponse(content, content_type=kind, headers=named)


class ReadView(APIView):
    @extend_schema(request=TextFormSchema, responses=ItemsSchema, operation_id="sources_read")
    def post(self, request: Request) -> Response:
        form = TextFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        return Response({"items": core.read_works(asked["text"], asked["format"])})


class WriteView(APIView):
    @extend_schema(request=ItemsFormSchema, responses=TextFormSchema, operation_id="sources_write")
    def post(self, request: Request) -> Response:
        form = ItemsFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        text = core.write_works(asked["items"], asked["format"])
        return Response({"format": asked["format"], "text": text})


class RecordView(APIView):
    @extend_schema(
        parameters=[OpenApiParameter("id", str, required=True)],
        responses=RecordSchema,
        operation_id="sources_record",
    )
    def get(self, request: Request) -> Response:
        asked = request.query_params.get("id", "").strip()
        if not settings.RECORDS_ADDRESS:
            return Response({"item": None, "problem": "No look-up of records is set up."})
        sensible = asked.isprintable() and 0 < len(asked) <= LONGEST_IDENTIFIER
        problem = look_up([asked]) if sensible else ""
        record = known_to([asked]).get(asked) if sensible else None
        item = record.item if record is not None else None
        nothing = "The look-up has no record of this."
        return Response({"item": item, "problem": problem or ("" if item else nothing)})


urlpatterns = [
    path("vocabulary", VocabularyView.as_view()),
    path("guides/<str:guide>/shelf", ShelfView.as_view()),
    path("sources/compose", ComposeView.as_view()),
    path("sources/list", ListView.as_view()),
    path("sources/list/file", ListFileView.as_view()),
    path("sources/read", ReadView.as_view()),
    path("sources/write", WriteView.as_view()),
    path("sources/record", RecordView.as_view()),
]
