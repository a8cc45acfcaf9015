"""Addresses: the API under `/api/`, everything else is the interface."""

from django.urls import include, path, re_path

from returns.page import student_page

from .page import page

handler400 = "config.problems.bad_request"
handler404 = "config.problems.not_found"
handler500 = "config.problems.server_error"

urlpatterns = [
    path("api/", include("accounts.api.router")),
    path("api/", include("courses.api.router")),
    path("api/", include("sources.api.router")),
    path("api/", include("papers.api.router")),
    path("api/", include("bundles.api.router")),
    path("api/", include("decisions.api.router")),
    path("api/", include("returns.api.router")),
    path("api/", include("classes.api.router")),
    path("api/", include("keeping.api.router")),
    path("read/<slug:token>", student_page),
    re_path(r"^(?!api/|static/)(?P<path>.*)$", page),
]
