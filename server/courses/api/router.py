"""Courses, assignments, and the guides there are."""

from typing import Any

from django.conf import settings
from django.contrib.auth import login
from django.db.models import Count
from django.urls import path
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import BaseThrottle
from rest_framework.views import APIView

from accounts.actions.sign_up import sign_up
from accounts.throttles import ByAddress
from config.problems import Problem
from grelt import api as core

from ..actions.create_assignment import create_assignment
from ..actions.create_course import create_course
from ..actions.hide_names import hide_names
from ..actions.life import copy_course, delete_course, put_away
from ..actions.people import hand_over, invite, send_away, set_role, take_up
from ..actions.set_writers import set_writers
from ..models import Course
from ..queries import assignment_for, course_for, courses_of, invitation_at, people_of
from .schemas import (
    AssignmentSchema,
    ClassListFormSchema,
    ContentsSchema,
    CourseNameSchema,
    CourseSchema,
    GuideSchema,
    InvitedSchema,
    InviteSchema,
    NamesSchema,
    PeopleSchema,
    RoleSchema,
    SignUpModeSchema,
    SignUpSchema,
    UsernameSchema,
    WriterSchema,
)


def _shown(request: Request, found: Any, *, many: bool = False) -> Any:
    return CourseSchema(found, many=many, context={"user": request.user}).data


def _asked(form: Any) -> dict[str, Any]:
    form.is_valid(raise_exception=True)
    asked: dict[str, Any] = form.validated_data
    return asked


class CoursesView(APIView):
    @extend_schema(responses=CourseSchema(many=True), operation_id="courses_list")
    def get(self, request: Request) -> Response:
        return Response(_shown(request, courses_of(request.user), many=True))

    @extend_schema(
        request=CourseSchema, responses={201: CourseSchema}, operation_id="courses_create"
    )
    def post(self, request: Request) -> Response:
        form = CourseSchema(data=request.data, context={"user": request.user})
        form.is_valid(raise_exception=True)
        course = create_course(request.user, form.validated_data["name"])
        return Response(_shown(request, course), status=201)


class CourseView(APIView):
    @extend_schema(responses=ContentsSchema, operation_id="courses_contents")
    def get(self, request: Request, course_id: int) -> Response:
        """What the course holds: told before it is deleted."""
        course = course_for(request.user, course_id)
        counts = course.assignments.aggregate(
            assignments=Count("pk", distinct=True), papers=Count("papers")
        )
        shown = {**counts, "name": course.name, "people": course.members.count()}
        return Response(ContentsSchema(shown).data)

    @extend_schema(
        parameters=[OpenApiParameter("name", str, required=True, description="What it is called.")],
        responses={204: None},
        operation_id="courses_delete",
    )
    def delete(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        delete_course(course, _asked(CourseNameSchema(data=request.query_params))["name"])
        return Response(status=204)


class CopyView(APIView):
    @extend_schema(
        request=CourseNameSchema, responses={201: CourseSchema}, operation_id="courses_copy"
    )
    def post(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        name = _asked(CourseNameSchema(data=request.data))["name"]
        return Response(_shown(request, copy_course(request.user, course, name)), status=201)


class AwayView(APIView):
    @extend_schema(request=None, responses=CourseSchema, operation_id="courses_put_away")
    def put(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        put_away(course, away=True)
        return Response(_shown(request, course))

    @extend_schema(responses={200: CourseSchema}, operation_id="courses_bring_back")
    def delete(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        put_away(course, away=False)
        return Response(_shown(request, course))


class PeopleView(APIView):
    @extend_schema(responses=PeopleSchema, operation_id="people_list")
    def get(self, request: Request, course_id: int) -> Response:
        return Response(_people(request, course_for(request.user, course_id)))


def _people(request: Request, course: Course) -> Any:
    found = people_of(course)
    if course.owner_id != request.user.pk:
        found["invitations"] = []
    return PeopleSchema(found).data


class PersonView(APIView):
    @extend_schema(request=RoleSchema, responses=PeopleSchema, operation_id="people_set_role")
    def put(self, request: Request, course_id: int, username: str) -> Response:
        course = course_for(request.user, course_id)
        set_role(course, username, _asked(RoleSchema(data=request.data))["role"])
        return Response(_people(request, course))

    @extend_schema(responses={200: PeopleSchema}, operation_id="people_send_away")
    def delete(self, request: Request, course_id: int, username: str) -> Response:
        course = course_for(request.user, course_id)
        send_away(course, username)
        return Response(_people(request, course))


class HandOverView(APIView):
    @extend_schema(request=UsernameSchema, responses=PeopleSchema, operation_id="people_hand_over")
    def post(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        hand_over(course, _asked(UsernameSchema(data=request.data))["username"])
        course.refresh_from_db()
        return Response(_people(request, course))


class InvitationsView(APIView):
    @extend_schema(
        request=InviteSchema, responses={201: PeopleSchema}, operation_id="people_invite"
    )
    def post(self, request: Request, course_id: int) -> Response:
        course = course_for(request.user, course_id)
        invite(request.user, course, **_asked(InviteSchema(data=request.data)))
        return Response(_people(request, course), status=201)


class InvitationView(APIView):
    @extend_schema(responses={200: PeopleSchema}, operation_id="people_withdraw_invitation")
    def delete(self, request: Request, course_id: int, invitation_id: int) -> Response:
        course = course_for(request.user, course_id)
        course.invitations.filter(pk=invitation_id).delete()
        return Response(_people(request, course))


class TakeInvitationView(APIView):
    """An invitation by its link, for whoever is signed in."""

    @extend_schema(responses=InvitedSchema, operation_id="invitations_show")
    def get(self, request: Request, token: str) -> Response:
        invitation = invitation_at(token)
        if invitation is None:
            raise Problem(
                "invitation-over",
                "This invitation was taken up, withdrawn, or has ended. Ask for another.",
            )
        return Response(InvitedSchema(invitation).data)

    @extend_schema(request=None, responses=CourseSchema, operation_id="invitations_take_up")
    def post(self, request: Request, token: str) -> Response:
        return Response(_shown(request, take_up(request.user, token)))


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


@method_decorator([ensure_csrf_cookie, csrf_protect], name="dispatch")
class SignUpView(APIView):
    """Making an account oneself, as far as whoever runs Grelt lets people."""

    permission_classes = [AllowAny]

    def get_throttles(self) -> list[BaseThrottle]:
        return [ByAddress()] if self.request.method == "POST" else []

    @extend_schema(responses=SignUpModeSchema, operation_id="accounts_mode")
    def get(self, request: Request) -> Response:
        return Response({"mode": settings.SIGN_UP})

    @extend_schema(request=SignUpSchema, responses={204: None}, operation_id="accounts_sign_up")
    def post(self, request: Request) -> Response:
        asked = _asked(SignUpSchema(data=request.data))
        invited = invitation_at(asked.pop("invitation")) is not None
        if settings.SIGN_UP != "open" and not (settings.SIGN_UP == "invited" and invited):
            raise Problem(
                "sign-up-closed", "An account is made by an invitation, or by whoever runs Grelt."
            )
        login(request._request, sign_up(**asked), backend=settings.AUTHENTICATION_BACKENDS[0])
        return Response(status=204)


class NamesView(APIView):
    @extend_schema(
        request=NamesSchema, responses=AssignmentSchema, operation_id="assignments_hide_names"
    )
    def put(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        hide_names(assignment, hidden=_asked(NamesSchema(data=request.data))["hidden"])
        return Response(AssignmentSchema(assignment).data)


class GuidesView(APIView):
    @extend_schema(responses=GuideSchema(many=True), operation_id="guides_list")
    def get(self, request: Request) -> Response:
        return Response(core.guides())


urlpatterns = [
    path("accounts", SignUpView.as_view()),
    path("courses", CoursesView.as_view()),
    path("courses/<int:course_id>", CourseView.as_view()),
    path("courses/<int:course_id>/copy", CopyView.as_view()),
    path("courses/<int:course_id>/away", AwayView.as_view()),
    path("courses/<int:course_id>/hand-over", HandOverView.as_view()),
    path("courses/<int:course_id>/people", PeopleView.as_view()),
    path("courses/<int:course_id>/people/<str:username>", PersonView.as_view()),
    path("courses/<int:course_id>/invitations", InvitationsView.as_view()),
    path("courses/<int:course_id>/invitations/<int:invitation_id>", InvitationView.as_view()),
    path("invitations/<slug:token>", TakeInvitationView.as_view()),
    path("courses/<int:course_id>/assignments", AssignmentsView.as_view()),
    path("courses/<int:course_id>/writers", WritersView.as_view()),
    path("assignments/<int:assignment_id>", AssignmentView.as_view()),
    path("assignments/<int:assignment_id>/names", NamesView.as_view()),
    path("guides", GuidesView.as_view()),
]
