"""Papers: handing in, how their checks stand, reports, the files themselves."""

from __future__ import annotations

from dataclasses import asdict
from datetime import timedelta
from typing import Any
from urllib.parse import quote

from django.core.files.uploadedfile import UploadedFile
from django.http import Http404, HttpResponse
from django.urls import path
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from config.problems import Problem
from courses.queries import assignment_for, id_of
from grelt import api as core

from ..actions.queue_check import queue_check
from ..actions.remove_paper import remove_paper, restore_paper
from ..actions.upload_paper import HandedIn, upload_draft, upload_paper
from ..models import Paper
from ..names import refuse_hidden, shown_report
from ..queries import (
    busy_in,
    changed_since,
    current_check,
    file_of,
    newest_done,
    paper_for,
    papers_of,
    rows_of,
)
from . import house
from .schemas import (
    PapersAskedSchema,
    PaperSchema,
    PapersSchema,
    ProgressAskedSchema,
    ProgressSchema,
    RuleHelpSchema,
    StandingSchema,
    UploadSchema,
)

# What committed meanwhile may be a little older than its time says.
_OVERLAP = timedelta(seconds=5)
_REPORT: dict[str, Any] = {"$ref": "#/components/schemas/Report"}


_KEY = OpenApiParameter(
    "Idempotency-Key", str, OpenApiParameter.HEADER,
    description="The same where an upload is tried again: it then makes no second paper.",
)  # fmt: skip
_LONGEST_KEY = 60


def _handed_in(request: Request) -> tuple[HandedIn, str]:
    form = UploadSchema(data=request.data)
    form.is_valid(raise_exception=True)
    file: UploadedFile[Any] = form.validated_data["file"]
    size = file.size or 0
    content = b"\0" * (core.LIMITS.file + 1) if size > core.LIMITS.file else file.read()
    key = request.headers.get("Idempotency-Key", "")[:_LONGEST_KEY]
    handed_in = HandedIn(
        file_name=file.name or "paper",
        content=content,
        key=f"{id_of(request.user)}:{key}" if key else None,
        again=form.validated_data["again"],
    )
    return handed_in, form.validated_data.get("writer", "")


def _shown(paper: Paper) -> dict[str, Any]:
    return dict(PaperSchema(rows_of(Paper.objects.filter(pk=paper.pk))[0]).data)


class AssignmentPapersView(APIView):
    @extend_schema(
        parameters=[PapersAskedSchema], responses=PapersSchema, operation_id="papers_list"
    )
    def get(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        form = PapersAskedSchema(data=request.query_params)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        now = timezone.now()
        papers = papers_of(assignment)
        if "ids" in asked:
            rows = rows_of(papers.filter(pk__in=map(int, asked["ids"].split(","))))
            following = None
        else:
            rows = rows_of(papers.filter(pk__gt=asked["after"])[: asked["limit"]])
            following = rows[-1].paper.pk if len(rows) == asked["limit"] else None
        count = papers.count()
        return Response(
            PapersSchema({"papers": rows, "next": following, "count": count, "now": now}).data
        )

    @extend_schema(
        parameters=[_KEY],
        request={"multipart/form-data": UploadSchema},
        responses={201: PaperSchema},
        operation_id="papers_upload",
    )
    def post(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        file, writer = _handed_in(request)
        return Response(_shown(upload_paper(assignment, file, writer)), status=201)


class ProgressView(APIView):
    @extend_schema(
        parameters=[ProgressAskedSchema], responses=ProgressSchema, operation_id="papers_progress"
    )
    def get(self, request: Request, assignment_id: int) -> Response:
        """A few bytes, to be asked often: what changed, and whether anything is still under way."""
        assignment = assignment_for(request.user, assignment_id)
        form = ProgressAskedSchema(data=request.query_params)
        form.is_valid(raise_exception=True)
        now = timezone.now()
        changed = changed_since(assignment, form.validated_data["since"] - _OVERLAP)
        busy = busy_in(assignment)
        return Response(ProgressSchema({"busy": busy, "changed": changed, "now": now}).data)


class PaperView(APIView):
    @extend_schema(responses=PaperSchema, operation_id="papers_show")
    def get(self, request: Request, paper_id: int) -> Response:
        return Response(_shown(paper_for(request.user, paper_id)))

    @extend_schema(responses={204: None}, operation_id="papers_remove")
    def delete(self, request: Request, paper_id: int) -> Response:
        remove_paper(paper_for(request.user, paper_id))
        return Response(status=204)


class PaperRestoreView(APIView):
    @extend_schema(request=None, responses=PaperSchema, operation_id="papers_restore")
    def post(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id, removed=True)
        restore_paper(paper)
        return Response(_shown(paper))


class DraftsView(APIView):
    @extend_schema(
        parameters=[_KEY],
        request={"multipart/form-data": UploadSchema},
        responses={201: PaperSchema},
        operation_id="papers_upload_draft",
    )
    def post(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        upload_draft(paper, _handed_in(request)[0])
        return Response(_shown(paper), status=201)


class ChecksView(APIView):
    @extend_schema(request=None, responses={202: PaperSchema}, operation_id="papers_check")
    def post(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        queue_check(file_of(paper))
        return Response(_shown(paper), status=202)


class StandingView(APIView):
    @extend_schema(responses=StandingSchema, operation_id="papers_standing")
    def get(self, request: Request, paper_id: int) -> Response:
        """A few bytes, to be asked often while a check is under way."""
        check = current_check(paper_for(request.user, paper_id))
        if check is None:
            raise Http404
        return Response(StandingSchema(check).data)


class ReportView(APIView):
    @extend_schema(responses={200: _REPORT}, operation_id="papers_report")
    def get(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        check = newest_done(paper)
        if check is None or check.report is None:
            raise Problem("not-checked", "This paper has not been checked yet.")
        tag = f'"{check.report_id}{"-hidden" if paper.assignment.names_hidden else ""}"'
        if request.headers.get("If-None-Match") == tag:
            return Response(status=304, headers={"ETag": tag})
        headers = {"ETag": tag, "X-Check": str(check.pk)}
        return Response(shown_report(paper, check.report.body), headers=headers)


class FileView(APIView):
    @extend_schema(responses={200: OpenApiTypes.BINARY}, operation_id="papers_file")
    def get(self, request: Request, paper_id: int) -> HttpResponse:
        """The file as it was handed in, never shown in the page."""
        paper = paper_for(request.user, paper_id)
        refuse_hidden(paper.assignment)
        draft = file_of(paper)
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
    path("assignments/<int:assignment_id>/house", house.AssignmentHouseView.as_view()),
    path("assignments/<int:assignment_id>/house.toml", house.AssignmentHouseFileView.as_view()),
    path("assignments/<int:assignment_id>/house/previews", house.PreviewsView.as_view()),
    path("courses/<int:course_id>/house", house.CourseHouseView.as_view()),
    path("courses/<int:course_id>/house/previews", house.CoursePreviewsView.as_view()),
    path("house-previews/<int:preview_id>", house.PreviewView.as_view()),
    path("house-rules", house.HouseTableView.as_view()),
    path("house-rules/read", house.HouseReadView.as_view()),
    path("house-rules/kind", house.KindTriedView.as_view()),
    path("assignments/<int:assignment_id>/progress", ProgressView.as_view()),
    path("papers/<int:paper_id>", PaperView.as_view()),
    path("papers/<int:paper_id>/restore", PaperRestoreView.as_view()),
    path("papers/<int:paper_id>/drafts", DraftsView.as_view()),
    path("papers/<int:paper_id>/checks", ChecksView.as_view()),
    path("papers/<int:paper_id>/checks/last", StandingView.as_view()),
    path("papers/<int:paper_id>/report", ReportView.as_view()),
    path("papers/<int:paper_id>/file", FileView.as_view()),
    path("rules/<slug:rule>", RuleView.as_view()),
]
