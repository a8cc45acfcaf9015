"""Decisions on findings, matches by hand, undo."""

from django.urls import path, register_converter
from django.urls.converters import StringConverter
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from courses.queries import assignment_for
from papers.queries import paper_for

from ..actions.decide_findings import decide_findings
from ..actions.join_citation import join_citation
from ..actions.many import do_to_many
from ..actions.set_details import set_details
from ..actions.set_entry import set_entry
from ..actions.set_paragraph import set_paragraph
from ..actions.undo_step import undo_step
from ..queries import desk_of
from .schemas import (
    DecideSchema,
    DeskSchema,
    DetailsSchema,
    DoneSchema,
    EntryFormSchema,
    JoinFormSchema,
    ManySchema,
    ParagraphFormSchema,
)


class DeskView(APIView):
    @extend_schema(responses=DeskSchema, operation_id="desk_show")
    def get(self, request: Request, paper_id: int) -> Response:
        return Response(DeskSchema(desk_of(request.user, paper_for(request.user, paper_id))).data)


class DecisionsView(APIView):
    @extend_schema(request=DecideSchema, responses=DeskSchema, operation_id="desk_decide")
    def post(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        form = DecideSchema(data=request.data)
        form.is_valid(raise_exception=True)
        decide_findings(
            request.user,
            paper,
            keys=form.validated_data["keys"],
            verdict=form.validated_data["verdict"],
            remark=form.validated_data.get("remark"),
            seen=form.validated_data.get("seen"),
        )
        return Response(DeskSchema(desk_of(request.user, paper)).data)


class ManyView(APIView):
    @extend_schema(request=ManySchema, responses=DoneSchema, operation_id="papers_many")
    def post(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        form = ManySchema(data=request.data)
        form.is_valid(raise_exception=True)
        done = do_to_many(request.user, assignment, **form.validated_data)
        return Response(DoneSchema({"papers": done}).data)


class JoinView(APIView):
    @extend_schema(request=JoinFormSchema, responses=DeskSchema, operation_id="desk_join")
    def put(self, request: Request, paper_id: int, citation: str) -> Response:
        paper = paper_for(request.user, paper_id)
        form = JoinFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        entry = form.validated_data["entry"]
        join_citation(request.user, paper, citation_key=citation, entry_key=entry)
        return Response(DeskSchema(desk_of(request.user, paper)).data)

    @extend_schema(responses={200: DeskSchema}, operation_id="desk_unjoin")
    def delete(self, request: Request, paper_id: int, citation: str) -> Response:
        paper = paper_for(request.user, paper_id)
        join_citation(request.user, paper, citation_key=citation, entry_key=None)
        return Response(DeskSchema(desk_of(request.user, paper)).data)


class EntryView(APIView):
    @extend_schema(request=EntryFormSchema, responses=DeskSchema, operation_id="desk_set_entry")
    def put(self, request: Request, paper_id: int, entry: str) -> Response:
        paper = paper_for(request.user, paper_id)
        form = EntryFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        set_entry(
            request.user,
            paper,
            entry_key=entry,
            kind=form.validated_data["kind"],
            borders=[
                [b["element"], b["start"], b["end"]] for b in form.validated_data.get("borders", [])
            ],
        )
        return Response(DeskSchema(desk_of(request.user, paper)).data)


class DetailsView(APIView):
    @extend_schema(request=DetailsSchema, responses=DeskSchema, operation_id="desk_set_details")
    def put(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        form = DetailsSchema(data=request.data)
        form.is_valid(raise_exception=True)
        set_details(request.user, paper, **form.validated_data)
        return Response(DeskSchema(desk_of(request.user, paper)).data)


class ParagraphView(APIView):
    @extend_schema(
        request=ParagraphFormSchema, responses=DeskSchema, operation_id="desk_set_paragraph"
    )
    def put(self, request: Request, paper_id: int, paragraph: str) -> Response:
        paper = paper_for(request.user, paper_id)
        form = ParagraphFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        role = form.validated_data["role"]
        set_paragraph(request.user, paper, paragraph_key=paragraph, role=role)
        return Response(DeskSchema(desk_of(request.user, paper)).data)


class LastStepView(APIView):
    @extend_schema(responses={200: DeskSchema}, operation_id="desk_undo")
    def delete(self, request: Request, paper_id: int) -> Response:
        paper = paper_for(request.user, paper_id)
        undo_step(paper)
        return Response(DeskSchema(desk_of(request.user, paper)).data)


class StableKey(StringConverter):
    """The stable key of a citation or an entry."""

    regex = "[0-9A-Za-z._-]{1,16}"


register_converter(StableKey, "key")

urlpatterns = [
    path("assignments/<int:assignment_id>/many", ManyView.as_view()),
    path("papers/<int:paper_id>/desk", DeskView.as_view()),
    path("papers/<int:paper_id>/details", DetailsView.as_view()),
    path("papers/<int:paper_id>/decisions", DecisionsView.as_view()),
    path("papers/<int:paper_id>/joins/<key:citation>", JoinView.as_view()),
    path("papers/<int:paper_id>/entries/<key:entry>", EntryView.as_view()),
    path("papers/<int:paper_id>/paragraphs/<key:paragraph>", ParagraphView.as_view()),
    path("papers/<int:paper_id>/steps/last", LastStepView.as_view()),
]
