"""Who may do what: one table of every operation of the API, one of what each role may. Nothing else decides it.

An operation asks for a permission; whoever reads a course, an assignment or a paper for somebody (the `…_for`
of queries) holds that against the role which they have in the course. What is in no table is refused."""

from __future__ import annotations

from enum import Enum, auto
from typing import TYPE_CHECKING

from django.core.exceptions import PermissionDenied
from django.db.models import Q
from rest_framework.permissions import IsAuthenticated

from .models import Course, Membership, Role
from .people import User

if TYPE_CHECKING:
    from rest_framework.request import Request
    from rest_framework.views import APIView


class May(Enum):
    """What an operation asks for. ANY: to be signed in, for nothing of a course is touched."""

    ANY = auto()
    SEE = auto()
    DECIDE = auto()
    RUN = auto()


ALLOWED: dict[str, frozenset[May]] = {
    Role.OWNER: frozenset({May.SEE, May.DECIDE, May.RUN}),
    Role.HELPER: frozenset({May.SEE, May.DECIDE}),
    Role.READER: frozenset({May.SEE}),
}
_SAID = {
    May.DECIDE: "You may read in this course; deciding is for its owner and helpers.",
    May.RUN: "This is for the owner of the course.",
}
# By app, view and method.
NEEDS: dict[tuple[str, str, str], May] = {
    **{("courses", view, method): may for view, method, may in (
        ("CoursesView", "GET", May.ANY), ("CoursesView", "POST", May.ANY),
        ("CourseView", "GET", May.SEE), ("CourseView", "DELETE", May.RUN),
        ("CopyView", "POST", May.RUN), ("AwayView", "PUT", May.RUN), ("AwayView", "DELETE", May.RUN),
        ("HandOverView", "POST", May.RUN),
        ("PeopleView", "GET", May.SEE), ("PersonView", "PUT", May.RUN), ("PersonView", "DELETE", May.RUN),
        ("InvitationsView", "POST", May.RUN), ("InvitationView", "DELETE", May.RUN),
        ("TakeInvitationView", "GET", May.ANY), ("TakeInvitationView", "POST", May.ANY),
        ("AssignmentsView", "POST", May.RUN), ("AssignmentView", "GET", May.SEE),
        ("NamesView", "PUT", May.RUN),
        ("WritersView", "GET", May.SEE), ("WritersView", "PUT", May.RUN), ("GuidesView", "GET", May.ANY),
    )},
    ("accounts", "PasswordView", "PUT"): May.ANY,
    **{("sources", view, method): May.ANY for view, method in (
        ("VocabularyView", "GET"), ("ShelfView", "GET"), ("ComposeView", "POST"), ("ListView", "POST"),
        ("ListFileView", "POST"), ("ReadView", "POST"), ("WriteView", "POST"), ("RecordView", "GET"),
    )},
    **{("papers", view, method): may for view, method, may in (
        ("AssignmentPapersView", "GET", May.SEE), ("AssignmentPapersView", "POST", May.RUN),
        ("ProgressView", "GET", May.SEE), ("PaperView", "GET", May.SEE), ("PaperView", "DELETE", May.RUN),
        ("PaperRestoreView", "POST", May.RUN), ("DraftsView", "POST", May.RUN),
        ("ChecksView", "POST", May.DECIDE), ("StandingView", "GET", May.SEE), ("ReportView", "GET", May.SEE),
        ("FileView", "GET", May.SEE), ("RuleView", "GET", May.ANY),
        ("HouseTableView", "GET", May.ANY), ("HouseReadView", "POST", May.ANY),
        ("KindTriedView", "POST", May.ANY), ("AssignmentHouseView", "GET", May.SEE),
        ("AssignmentHouseView", "PUT", May.RUN), ("AssignmentHouseFileView", "GET", May.SEE),
        ("CourseHouseView", "GET", May.SEE), ("CourseHouseView", "PUT", May.RUN),
        ("PreviewsView", "POST", May.RUN), ("CoursePreviewsView", "POST", May.RUN),
        ("PreviewView", "GET", May.SEE),
    )},
    **{("bundles", view, method): may for view, method, may in (
        ("BundlesView", "GET", May.SEE), ("BundlesView", "POST", May.RUN), ("BundleView", "GET", May.SEE),
        ("BundleView", "DELETE", May.RUN), ("TakeInView", "POST", May.RUN),
    )},
    **{("decisions", view, method): may for view, method, may in (
        ("ManyView", "POST", May.DECIDE), ("DeskView", "GET", May.SEE),
        ("DecisionsView", "POST", May.DECIDE), ("JoinView", "PUT", May.DECIDE),
        ("JoinView", "DELETE", May.DECIDE), ("EntryView", "PUT", May.DECIDE),
        ("DetailsView", "PUT", May.DECIDE), ("ParagraphView", "PUT", May.DECIDE),
        ("LastStepView", "DELETE", May.DECIDE),
    )},
    **{("returns", view, method): may for view, method, may in (
        ("ReturnView", "GET", May.SEE), ("ReturnView", "PUT", May.DECIDE), ("ReturnedView", "PUT", May.DECIDE),
        ("ReturnedView", "DELETE", May.DECIDE), ("LinkView", "PUT", May.DECIDE),
        ("LinkView", "DELETE", May.DECIDE),
        ("FileView", "GET", May.SEE), ("DraftsView", "GET", May.SEE), ("SetsView", "POST", May.DECIDE),
        ("SetView", "GET", May.DECIDE), ("SetFileView", "GET", May.DECIDE), ("LinksView", "POST", May.DECIDE),
        ("ManyReturnedView", "PUT", May.DECIDE),
    )},
    ("keeping", "AccountView", "GET"): May.ANY, ("keeping", "ArchiveView", "GET"): May.ANY,
    ("keeping", "GoodbyeView", "POST"): May.ANY,
    **{("classes", view, "GET"): May.SEE for view in ("ClassView", "ClassFileView", "TermView")},
}  # fmt: skip


class ByRole(IsAuthenticated):
    """Nobody without a session; nothing that the table does not have. What is asked for goes with the
    person."""

    def has_permission(self, request: Request, view: APIView) -> bool:
        if not super().has_permission(request, view):
            return False
        need = needed(view, request.method or "")
        if need is None:
            return False
        request.user.asks = need  # type: ignore[union-attr]
        return True


def needed(view: APIView | type[APIView], method: str) -> May | None:
    """What an operation asks for; None where there is no such operation."""
    kind = view if isinstance(view, type) else type(view)
    # Whether there is anything at an address is asked as seeing it is.
    method = "GET" if method in ("HEAD", "OPTIONS") else method
    known = NEEDS.get((kind.__module__.partition(".")[0], kind.__name__, method))
    # A method that a view has not got is refused by the view, in its own words.
    return May.ANY if known is None and not hasattr(kind, method.lower()) else known


def theirs(user: User, prefix: str = "") -> Q:
    """The courses that a person has any role in, as a filter; `prefix` leads to the course."""
    owned = Q(**{f"{prefix}owner_id": user.pk})
    return owned | Q(**{f"{prefix}members__user_id": user.pk}) if user.pk else owned


def role_in(user: User, course: Course) -> str | None:
    """The role that a person has in a course."""
    if user.pk is None:
        return None
    if course.owner_id == user.pk:
        return Role.OWNER
    found = Membership.objects.filter(course=course, user_id=user.pk).values_list("role", flat=True)
    return found.first()


def may(user: User, course: Course, what: May) -> bool:
    """Whether a person may do something in a course."""
    return what in ALLOWED.get(role_in(user, course) or "", frozenset())


def hold(user: User, course: Course) -> None:
    """Hold what a person asks for against their role. Raises `PermissionDenied` in words; that they have a role
    at all is whoever read the course's to see to."""
    asks: May = getattr(user, "asks", May.SEE)
    if asks is May.ANY:
        asks = May.SEE
    if not may(user, course, asks):
        raise PermissionDenied(_SAID.get(asks, "You may not do this."))
