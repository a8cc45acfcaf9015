"""The return of a paper: the letter, files to take away, a page to read, and that it went back."""

from typing import Any
from urllib.parse import quote

from django.contrib.auth.models import User
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
from papers.models import Paper
from papers.queries import file_of, paper_for, papers_of

from ..actions.change_return import (
    give_page,
    set_many_returned,
    set_returned,
    withdraw_page,
    write_return,
)
from ..actions.make import letter_of, make_file
from ..actions.make_many import begin_set, links_of, zip_of
from ..drafts import drafts_of
from ..models import ReturnSet
from ..queries import return_of, set_for
from .schemas import (
    DraftsSchema,
    FileAskedSchema,
    LinkFormSchema,
    LinksAskedSchema,
    ManyDoneSchema,
    ManyReturnedSchema,
    ReturnFormSchema,
    ReturnSchema,
    SetAskedSchema,
    SetSchema,
)


def _shown(paper: Paper) -> dict[str, Any]:
    back = return_of(paper)
    shown = {
        "words": back.words,
        "without": back.without,
        "letter": letter_of(paper),
        "own_form": core.own_form(file_of(paper).file_name),
        "address": f"/read/{back.token}" if back.token else None,
        "until": back.until,
        "returned_at": paper.returned_at,
    }
    return dict(ReturnSchema(shown).data)


class ReturnView(APIView):
    @extend_schema(responses=ReturnSchema, operation_id="return_show")
    def get(self, request: Request, paper_id: int) -> Response:
        return Response(_shown(paper_for(request.user, paper_id)))

    @extend_schema(request=ReturnFormSchema, responses=ReturnSchema, operation_id="return_write")
    def put(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        form = ReturnFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        write_return(request.user, paper, **form.validated_data)
        return Response(_shown(paper))


class ReturnedView(APIView):
    @extend_schema(request=None, responses=ReturnSchema, operation_id="return_done")
    def put(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        set_returned(request.user, paper, returned=True)
        return Response(_shown(paper))

    @extend_schema(responses={200: ReturnSchema}, operation_id="return_undone")
    def delete(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        set_returned(request.user, paper, returned=False)
        return Response(_shown(paper))


class LinkView(APIView):
    @extend_schema(request=LinkFormSchema, responses=ReturnSchema, operation_id="return_give_page")
    def put(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        form = LinkFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        give_page(paper, form.validated_data["days"])
        return Response(_shown(paper))

    @extend_schema(responses={200: ReturnSchema}, operation_id="return_withdraw_page")
    def delete(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        withdraw_page(paper)
        return Response(_shown(paper))


class FileView(APIView):
    @extend_schema(
        parameters=[OpenApiParameter("form", str, enum=list(core.RETURN_FORMS), required=True)],
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY},
        operation_id="return_file",
    )
    def get(self, request: Request, paper_id: int) -> HttpResponse:
        paper = paper_for(request.user, paper_id)
        asked = FileAskedSchema(data=request.query_params)
        asked.is_valid(raise_exception=True)
        user = request.user
        assert isinstance(user, User)
        made = make_file(user, paper, asked.validated_data["form"])
        return HttpResponse(
            made.content,
            content_type=made.kind,
            headers={
                "Content-Disposition": f"attachment; filename*=UTF-8''{quote(made.name)}",
                "X-Content-Type-Options": "nosniff",
            },
        )


class SetsView(APIView):
    @extend_schema(
        request=SetAskedSchema, responses={202: SetSchema}, operation_id="return_sets_begin"
    )
    def post(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        form = SetAskedSchema(data=request.data)
        form.is_valid(raise_exception=True)
        user = request.user
        assert isinstance(user, User)
        return Response(_set(begin_set(user, assignment, **form.validated_data)), status=202)


def _set(found: ReturnSet) -> Any:
    files = found.files.all()
    problems = list(files.exclude(problem="").values_list("problem", flat=True))
    shown = {"id": found.pk, "total": found.total, "done": files.count(), "problems": problems}
    return SetSchema(shown).data


class SetView(APIView):
    @extend_schema(responses=SetSchema, operation_id="return_sets_show")
    def get(self, request: Request, set_id: int) -> Response:
        return Response(_set(set_for(request.user, set_id)))


class SetFileView(APIView):
    @extend_schema(
        responses={(200, "application/zip"): OpenApiTypes.BINARY}, operation_id="return_sets_file"
    )
    def get(self, request: Request, set_id: int) -> HttpResponse:
        found = set_for(request.user, set_id)
        if found.files.count() < found.total:
            raise Problem("not-ready", "Not all of them are made yet.")
        named = {"Content-Disposition": "attachment; filename=returned.zip"}
        return HttpResponse(zip_of(found), content_type="application/zip", headers=named)


class ManyReturnedView(APIView):
    @extend_schema(
        request=ManyReturnedSchema, responses=ManyDoneSchema, operation_id="return_many_done"
    )
    def put(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        form = ManyReturnedSchema(data=request.data)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        papers = papers_of(assignment).filter(pk__in=asked["papers"])
        done = set_many_returned(request.user, papers, returned=asked["returned"])
        return Response(ManyDoneSchema({"papers": done}).data)


class LinksView(APIView):
    @extend_schema(
        request=LinksAskedSchema,
        responses={(200, "text/csv"): OpenApiTypes.BINARY},
        operation_id="return_links",
    )
    def post(self, request: Request, assignment_id: int) -> HttpResponse:
        assignment = assignment_for(request.user, assignment_id)
        form = LinksAskedSchema(data=request.data)
        form.is_valid(raise_exception=True)
        origin = f"{request.scheme}://{request.get_host()}"
        table = links_of(assignment, origin=origin, **form.validated_data)
        named = {"Content-Disposition": "attachment; filename=pages.csv"}
        return HttpResponse(table, content_type="text/csv; charset=utf-8", headers=named)


class DraftsView(APIView):
    @extend_schema(responses=DraftsSchema, operation_id="drafts_show")
    def get(self, request: Request, paper_id: int) -> Response:
        return Response(DraftsSchema(drafts_of(paper_for(request.user, paper_id))).data)


urlpatterns = [
    path("assignments/<int:assignment_id>/return-sets", SetsView.as_view()),
    path("assignments/<int:assignment_id>/returned", ManyReturnedView.as_view()),
    path("assignments/<int:assignment_id>/return-links", LinksView.as_view()),
    path("return-sets/<int:set_id>", SetView.as_view()),
    path("return-sets/<int:set_id>/file", SetFileView.as_view()),
    path("papers/<int:paper_id>/drafts/compared", DraftsView.as_view()),
    path("papers/<int:paper_id>/return", ReturnView.as_view()),
    path("papers/<int:paper_id>/return/returned", ReturnedView.as_view()),
    path("papers/<int:paper_id>/return/page", LinkView.as_view()),
    path("papers/<int:paper_id>/return/file", FileView.as_view()),
]
