"""The picture of a class, to look at and to take away; a slip's course over a term."""

from typing import Any

from django.http import HttpResponse
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from courses.queries import assignment_for, course_for
from grelt import api as core

from ..queries import drafts_course, picture_of, term_of
from .schemas import ClassAskedSchema, ClassFileSchema, ClassSchema, TermSchema

_NAMELESS = OpenApiParameter("nameless", bool, description="Without the names of writers.")


class ClassView(APIView):
    @extend_schema(parameters=[_NAMELESS], responses=ClassSchema, operation_id="class_show")
    def get(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        asked = _asked(ClassAskedSchema(data=request.query_params))
        picture = picture_of(assignment, nameless=asked["nameless"])
        return Response(ClassSchema({**picture, "drafts": drafts_course(assignment)}).data)


class ClassFileView(APIView):
    @extend_schema(
        parameters=[
            OpenApiParameter("form", str, enum=list(core.CLASS_FORMS), required=True),
            _NAMELESS,
        ],
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY},
        operation_id="class_file",
    )
    def get(self, request: Request, assignment_id: int) -> HttpResponse:
        assignment = assignment_for(request.user, assignment_id)
        asked = _asked(ClassFileSchema(data=request.query_params))
        picture = picture_of(assignment, nameless=asked["nameless"])
        content, ending, kind = core.class_file(asked["form"], picture, assignment.title)
        return HttpResponse(
            content,
            content_type=kind,
            headers={
                "Content-Disposition": f"attachment; filename=class{ending}",
                "X-Content-Type-Options": "nosniff",
            },
        )


class TermView(APIView):
    @extend_schema(responses=TermSchema, operation_id="term_show")
    def get(self, request: Request, course_id: int) -> Response:
        return Response(TermSchema(term_of(course_for(request.user, course_id))).data)


def _asked(form: Any) -> dict[str, Any]:
    form.is_valid(raise_exception=True)
    asked: dict[str, Any] = form.validated_data
    return asked


urlpatterns = [
    path("assignments/<int:assignment_id>/class", ClassView.as_view()),
    path("assignments/<int:assignment_id>/class/file", ClassFileView.as_view()),
    path("courses/<int:course_id>/term", TermView.as_view()),
]
