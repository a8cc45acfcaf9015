"""Bundles: a class's papers handed in as one .zip."""

from typing import Any

from django.core.files.uploadedfile import UploadedFile
from django.urls import path
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from config.problems import Problem
from courses.queries import assignment_for

from ..actions.hand_in import LARGEST, hand_in_bundle
from ..actions.take_in import take_in
from ..queries import bundle_for, bundles_of
from .schemas import BundleSchema, BundleUploadSchema, TakeInSchema


class BundlesView(APIView):
    @extend_schema(responses=BundleSchema(many=True), operation_id="bundles_list")
    def get(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        found = bundles_of(request.user, assignment)
        return Response(BundleSchema(found, many=True).data)

    @extend_schema(
        request={"multipart/form-data": BundleUploadSchema},
        responses={201: BundleSchema},
        operation_id="bundles_hand_in",
    )
    def post(self, request: Request, assignment_id: int) -> Response:
        assignment = assignment_for(request.user, assignment_id)
        form = BundleUploadSchema(data=request.data)
        form.is_valid(raise_exception=True)
        file: UploadedFile[Any] = form.validated_data["file"]
        if (file.size or 0) > LARGEST:
            raise Problem(
                "bundle-too-large",
                f"“{file.name}” is larger than {LARGEST // 2**20} MB. Hand it in in parts.",
            )
        bundle = hand_in_bundle(request.user, assignment, file.name or "papers.zip", file.read())
        return Response(BundleSchema(bundle_for(request.user, bundle.pk)).data, status=201)


class BundleView(APIView):
    @extend_schema(responses=BundleSchema, operation_id="bundles_show")
    def get(self, request: Request, bundle_id: int) -> Response:
        return Response(BundleSchema(bundle_for(request.user, bundle_id)).data)

    @extend_schema(responses={204: None}, operation_id="bundles_put_away")
    def delete(self, request: Request, bundle_id: int) -> Response:
        bundle_for(request.user, bundle_id).delete()
        return Response(status=204)


class TakeInView(APIView):
    @extend_schema(request=TakeInSchema, responses=BundleSchema, operation_id="bundles_take_in")
    def post(self, request: Request, bundle_id: int) -> Response:
        bundle = bundle_for(request.user, bundle_id)
        form = TakeInSchema(data=request.data)
        form.is_valid(raise_exception=True)
        asked = form.validated_data
        writers = {int(k): v for k, v in asked.get("writers", {}).items() if k.isdecimal()}
        take_in(bundle, writers, asked.get("without", []))
        return Response(BundleSchema(bundle_for(request.user, bundle_id)).data)


urlpatterns = [
    path("assignments/<int:assignment_id>/bundles", BundlesView.as_view()),
    path("bundles/<int:bundle_id>", BundleView.as_view()),
    path("bundles/<int:bundle_id>/take", TakeInView.as_view()),
]
