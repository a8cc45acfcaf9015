"""An account's data: what it owns, all of it as one archive, and its end."""

from django.contrib.auth import logout
from django.contrib.auth.models import User
from django.http import FileResponse
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.throttling import BaseThrottle
from rest_framework.views import APIView

from accounts.throttles import ByAddress
from courses.models import Course
from papers.models import Paper

from ..actions.delete_account import delete_account
from ..actions.take_data import archive_of
from .schemas import GoodbyeSchema, OwnedSchema


def _person(request: Request) -> User:
    user = request.user
    assert isinstance(user, User)
    return user


class AccountView(APIView):
    @extend_schema(responses=OwnedSchema, operation_id="account_owns")
    def get(self, request: Request) -> Response:
        owned = {
            "courses": Course.objects.filter(owner_id=request.user.pk).count(),
            "papers": Paper.objects.filter(assignment__course__owner_id=request.user.pk).count(),
        }
        return Response(OwnedSchema(owned).data)


class ArchiveView(APIView):
    @extend_schema(
        responses={(200, "application/zip"): OpenApiTypes.BINARY}, operation_id="account_archive"
    )
    def get(self, request: Request) -> FileResponse:
        return FileResponse(archive_of(_person(request)), as_attachment=True, filename="grelt.zip")


class GoodbyeView(APIView):
    def get_throttles(self) -> list[BaseThrottle]:
        return [ByAddress()]

    @extend_schema(request=GoodbyeSchema, responses={204: None}, operation_id="account_delete")
    def post(self, request: Request) -> Response:
        form = GoodbyeSchema(data=request.data)
        form.is_valid(raise_exception=True)
        delete_account(_person(request), form.validated_data["password"])
        logout(request._request)
        return Response(status=204)


urlpatterns = [
    path("account", AccountView.as_view()),
    path("account/archive", ArchiveView.as_view()),
    path("account/goodbye", GoodbyeView.as_view()),
]
