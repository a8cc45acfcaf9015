"""Papers: handing in, how their checks stand, reports, the files themselves."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any
from urllib.parse import quote

from django.core.files.uploadedfile import UploadedFile
from django.http import HttpResponse
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from config.problems import Problem
from courses.queries import assignment_for
from grelt import api as core

from ..actions.queue_check import queue_check
from ..actions.remove_paper import remove_paper, restore_paper
from ..actions.upload_paper import upload_draft, upload_paper
from ..queries import file_of, newest_done, paper_for, papers_of
from .schemas import PaperSchema, RuleHelpSchema, UploadSchema

_REPORT: dict[str, Any] = {"$ref": "#/components/schemas/Report"}


def _upload(request: Request) -> tuple[str, bytes, str]:
    form = UploadSchema(data=request.data)
    form.is_valid(raise_exception=True)
    file: UploadedFile[Any] = form.validated_data["file"]
    size = file.size or 0
    content = b"\0" * (core.LIMITS.file + 1) if size > core.LIMITS.file else file.read()
    return file.name or "paper", content, form.validated_data.get("writer", "")


class AssignmentPapersView(APIView):
    @extend_schema(responses=PaperSchema(many=True), operation_id="papers_list")
    def get(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        return Response(PaperSchema(papers_of(assignment), many=True).data)

    @extend_schema(
        request={"multipart/form-data": UploadSchema},
        responses={201: PaperSchema},
        operation_id="papers_upload",
    )
    def post(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        name, content, writer = _upload(request)
        check = upload_paper(assignment, file_name=name, content=content, writer=writer)
        paper = paper_for(request.user, check.draft.paper_id)
        return Response(PaperSchema(paper).data, status=201)


class PaperView(APIView):
    @extend_schema(responses=PaperSchema, operation_id="papers_show")
    def get(self, request: Request, paper_id: int) -> Response:
        return Response(PaperSchema(paper_for(request.user, paper_id)).data)

    @extend_schema(responses={204: None}, operation_id="papers_remove")
    def delete(self, request: Request, paper_id: int) -> Response:
        remove_paper(paper_for(request.user, paper_id))
        return Response(status=204)


class PaperRestoreView(APIView):
    @extend_schema(request=None, responses=PaperSchema, operation_id="papers_restore")
    def post(self, request: Request, paper_id: int) -> Response:
        restore_paper(paper_for(request.user, paper_id, removed=True))
        return Response(PaperSchema(paper_for(request.user, paper_id)).data)


class DraftsView(APIView):
    @extend_schema(
        request={"multipart/form-data": UploadSchema},
        responses={201: PaperSchema},
        operation_id="papers_upload_draft",
    )
    def post(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        name, content, _ = _upload(request)
        upload_draft(paper, file_name=name, content=content)
        return Response(PaperSchema(paper_for(request.user, paper_id)).data, status=201)


class RecheckView(APIView):
    @extend_schema(request=None, responses={202: PaperSchema}, operation_id="papers_check")
    def post(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        queue_check(file_of(paper))
        return Response(PaperSchema(paper_for(request.user, paper_id)).data, status=202)


class ReportView(APIView):
    @extend_schema(responses={200: _REPORT}, operation_id="papers_report")
    def get(self, request: Request, paper_id: int) -> Response:
        check = newest_done(paper_for(request.user, paper_id))
        if check is None:
            raise Problem("not-checked", "This paper has not been checked yet.", 409)
        return Response(check.report)


class FileView(APIView):
    @extend_schema(responses={200: OpenApiTypes.BINARY}, operation_id="papers_file")
    def get(self, request: Request, paper_id: int) -> HttpResponse:
        """The file as it was handed in, never shown in the page."""
        draft = file_of(paper_for(request.user, paper_id))
        response = HttpResponse(bytes(draft.content), content_type="application/octet-stream")
        response["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(draft.file_name)}"
        response["X-Content-Type-Options"] = "nosniff"
        return response


class RuleView(APIView):
    @extend_schema(
        responses=RuleHelpSchema,
        operation_id="rules_show",
        parameters=[OpenApiParameter("guide", str, description="Only what this guide says.")],
    )
    def get(self, request: Request, rule: str) -> Response:
        return Response(asdict(core.explain(rule, request.query_params.get("guide"))))


urlpatterns = [
    path("assignments/<int:assignment_id>/papers", AssignmentPapersView.as_view()),
    path("papers/<int:paper_id>", PaperView.as_view()),
    path("papers/<int:paper_id>/restore", PaperRestoreView.as_view()),
    path("papers/<int:paper_id>/drafts", DraftsView.as_view()),
    path("papers/<int:paper_id>/check", RecheckView.as_view()),
    path("papers/<int:paper_id>/report", ReportView.as_view()),
    path("papers/<int:paper_id>/file", FileView.as_view()),
    path("rules/<slug:rule>", RuleView.as_view()),
]
