"""Signing in and out."""

from typing import Any

from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.db import connection
from django.http import HttpRequest
from django.urls import path
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import BaseThrottle
from rest_framework.views import APIView

from config.problems import Problem
from grelt import api as core

from ..actions.change_password import change_password
from ..actions.reset_password import reset_password
from ..throttles import ByAddress, ByName, ByNameAndAddress
from .schemas import HealthSchema, PasswordFormSchema, ResetFormSchema, SessionSchema, SignInSchema


def session_of(request: HttpRequest) -> dict[str, Any]:
    user = request.user
    if not user.is_authenticated:
        return {"person": None}
    name = user.get_full_name() or user.get_username()
    return {"person": {"username": user.get_username(), "name": name}}


@method_decorator([ensure_csrf_cookie, csrf_protect], name="dispatch")
class SessionView(APIView):
    """The session of whoever asks. Signing in is protected against forged requests too."""

    permission_classes = [AllowAny]

    def get_throttles(self) -> list[BaseThrottle]:
        asked = self.request.method == "POST"
        return [ByNameAndAddress(), ByName(), ByAddress()] if asked else []

    @extend_schema(responses=SessionSchema, operation_id="session_show")
    def get(self, request: Request) -> Response:
        return Response(session_of(request._request))

    @extend_schema(request=SignInSchema, responses=SessionSchema, operation_id="session_begin")
    def post(self, request: Request) -> Response:
        form = SignInSchema(data=request.data)
        form.is_valid(raise_exception=True)
        user = authenticate(request._request, **form.validated_data)
        if user is None:
            raise Problem("sign-in-refused", "That name and password do not go together.")
        login(request._request, user)
        return Response(session_of(request._request))

    @extend_schema(responses=SessionSchema, operation_id="session_end")
    def delete(self, request: Request) -> Response:
        logout(request._request)
        return Response({"person": None})


class PasswordView(APIView):
    """The password of whoever is signed in."""

    def get_throttles(self) -> list[BaseThrottle]:
        return [ByAddress()]

    @extend_schema(
        request=PasswordFormSchema, responses={204: None}, operation_id="password_change"
    )
    def put(self, request: Request) -> Response:
        form = PasswordFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        user = request.user
        assert isinstance(user, User)
        change_password(request._request, user, **form.validated_data)
        return Response(status=204)


@method_decorator(csrf_protect, name="dispatch")
class ResetView(APIView):
    """A new password for whoever has an administrator's link."""

    permission_classes = [AllowAny]

    def get_throttles(self) -> list[BaseThrottle]:
        return [ByAddress()]

    @extend_schema(request=ResetFormSchema, responses={204: None}, operation_id="password_reset")
    def post(self, request: Request) -> Response:
        form = ResetFormSchema(data=request.data)
        form.is_valid(raise_exception=True)
        reset_password(**form.validated_data)
        return Response(status=204)


class HealthView(APIView):
    """Whether Grelt answers and reaches its database, for whoever watches over it."""

    permission_classes = [AllowAny]
    authentication_classes = []

    @extend_schema(responses=HealthSchema, operation_id="health_show")
    def get(self, request: Request) -> Response:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
        return Response({"state": "up", "version": core.__version__})


urlpatterns = [
    path("session", SessionView.as_view()),
    path("session/password", PasswordView.as_view()),
    path("session/reset", ResetView.as_view()),
    path("health", HealthView.as_view()),
]
