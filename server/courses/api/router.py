"""Courses, assignments, and the guides there are."""

from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from grelt import api as core

from ..actions.create_assignment import create_assignment
from ..actions.create_course import create_course
from ..actions.set_writers import set_writers
from ..queries import assignment_for, course_for, courses_of
from .schemas import (
    AssignmentSchema,
    ClassListFormSchema,
    CourseSchema,
    GuideSchema,
    WriterSchema,
)


class CoursesView(APIView):
    @extend_schema(responses=CourseSchema(many=True), operation_id="courses_list")
    def get(self, request: Request) -> Response:
        return Response(CourseSchema(courses_of(request.user), many=True).data)

    @extend_schema(
        request=CourseSchema, responses={201: CourseSchema}, operation_id="courses_create"
    )
    def post(self, request: Request) -> Response:
        form = CourseSchema(data=request.data)
        form.is_valid(raise_exception=True)
        course = create_course(request.user, form.validated_data["name"])
        return Response(CourseSchema(course).data, status=201)


class AssignmentsView(APIView):
    @extend_schema(
        request=AssignmentSchema,
        responses={201: AssignmentSchema},
        operation_id="assignments_create",
    )
    def post(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        form = AssignmentSchema(data=request.data)
        form.is_valid(raise_exception=True)
        assignment = create_assignment(
            course,
            title=form.validated_data["title"],
            guide=form.validated_data["guide"],
            house=form.validated_data.get("house") or {},
        )
        return Response(AssignmentSchema(assignment).data, status=201)


class WritersView(APIView):
    @extend_schema(responses=WriterSchema(many=True), operation_id="writers_list")
    def get(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        return Response(WriterSchema(course.writers.all(), many=True).data)

    @extend_schema(
        request=ClassListFormSchema,
        responses=WriterSchema(many=True),
        operation_id="writers_set",
    )
    def put(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        form = ClassListFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        set_writers(course, form.validated_data["text"])
        return Response(WriterSchema(course.writers.all(), many=True).data)


class AssignmentView(APIView):
    @extend_schema(responses=AssignmentSchema, operation_id="assignments_show")
    def get(self, request: Request, assignment_id: int) -> Response:
        return Response(AssignmentSchema(assignment_for(request.user, assignment_id)).data)


class GuidesView(APIView):
    @extend_schema(responses=GuideSchema(many=True), operation_id="guides_list")
    def get(self, request: Request) -> Response:
        return Response(core.guides())


urlpatterns = [
    path("courses", CoursesView.as_view()),
    path("courses/<int:course_id>/assignments", AssignmentsView.as_view()),
    path("courses/<int:course_id>/writers", WritersView.as_view()),
    path("assignments/<int:assignment_id>", AssignmentView.as_view()),
    path("guides", GuidesView.as_view()),
]
