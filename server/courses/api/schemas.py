"""What the API of courses takes and gives."""

from typing import Any

from rest_framework import serializers

from grelt import api as core

from ..models import Assignment, Course, Role
from ..people import name_of
from ..queries import role_in


class AssignmentSchema(serializers.ModelSerializer[Assignment]):
    """An assignment; `house` is what differs from its course, `house_rules` all that holds, in words."""

    paper_count = serializers.IntegerField(read_only=True, default=0)
    course_name = serializers.CharField(source="course.name", read_only=True)
    guide_name = serializers.SerializerMethodField()
    house = serializers.DictField(required=False)
    house_rules = serializers.SerializerMethodField()

    class Meta:
        model = Assignment
        fields = ["id", "course", "course_name", "title", "guide", "guide_name", "house", "house_rules",
                  "paper_count", "names_hidden"]  # fmt: skip
        read_only_fields = ["course", "names_hidden"]

    def get_guide_name(self, assignment: Assignment) -> str:
        return core.guide_name(assignment.guide)

    def get_house_rules(self, assignment: Assignment) -> list[str]:
        return core.house_rules(assignment.whole_house)


class CourseSchema(serializers.ModelSerializer[Course]):
    """A course; `role` is what whoever asks is in it."""

    house = serializers.DictField(read_only=True)
    assignments = AssignmentSchema(many=True, read_only=True)
    role = serializers.SerializerMethodField()
    owner_name = serializers.SerializerMethodField()
    away = serializers.SerializerMethodField()

    class Meta:
        model = Course
        fields = ["id", "name", "house", "assignments", "role", "owner_name", "away"]

    def get_role(self, course: Course) -> str:
        return role_in(self.context["user"], course) or ""

    def get_owner_name(self, course: Course) -> str:
        return name_of(course.owner)

    def get_away(self, course: Course) -> bool:
        return course.put_away_at is not None


class GuideSchema(serializers.Serializer[Any]):
    id = serializers.CharField()
    name = serializers.CharField()
    manual = serializers.CharField()
    system = serializers.CharField()


class SignUpSchema(serializers.Serializer[Any]):
    """A new account; `invitation` is the token of an invitation, where accounts are made by one alone."""

    username = serializers.CharField(max_length=150)
    name = serializers.CharField(max_length=150)
    password = serializers.CharField(max_length=200, trim_whitespace=False)
    invitation = serializers.CharField(max_length=60, allow_blank=True, default="")


class SignUpModeSchema(serializers.Serializer[Any]):
    """Who may make an account: anybody, whoever is invited, nobody."""

    mode = serializers.ChoiceField(choices=["open", "invited", "closed"])


class NamesSchema(serializers.Serializer[Any]):
    hidden = serializers.BooleanField()


class WriterSchema(serializers.Serializer[Any]):
    """Someone on the class list."""

    name = serializers.CharField()
    email = serializers.CharField(allow_blank=True)


class ClassListFormSchema(serializers.Serializer[Any]):
    """A class list as text: a .csv, or a name a line; empty: no list."""

    text = serializers.CharField(max_length=500_000, allow_blank=True, trim_whitespace=False)


class CoursePersonSchema(serializers.Serializer[Any]):
    username = serializers.CharField()
    name = serializers.CharField()
    role = serializers.ChoiceField(choices=Role.choices)


class InvitationSchema(serializers.Serializer[Any]):
    """An invitation that holds, with its address."""

    id = serializers.IntegerField()
    role = serializers.ChoiceField(choices=Role.choices)
    until = serializers.DateField()
    address = serializers.SerializerMethodField()

    def get_address(self, invitation: Any) -> str:
        return f"/join/{invitation.token}"


class PeopleSchema(serializers.Serializer[Any]):
    """Everybody in a course; invitations are for its owner's eyes."""

    owner = CoursePersonSchema()
    members = CoursePersonSchema(many=True)
    invitations = InvitationSchema(many=True)


_OTHERS = [Role.HELPER.value, Role.READER.value]


class InviteSchema(serializers.Serializer[Any]):
    role = serializers.ChoiceField(choices=_OTHERS)
    days = serializers.IntegerField(min_value=1, max_value=366, default=30)


class RoleSchema(serializers.Serializer[Any]):
    role = serializers.ChoiceField(choices=_OTHERS)


class UsernameSchema(serializers.Serializer[Any]):
    username = serializers.CharField(max_length=150)


class CourseNameSchema(serializers.Serializer[Any]):
    name = serializers.CharField(max_length=200)


class InvitedSchema(serializers.Serializer[Any]):
    """What an invitation is to."""

    course = serializers.IntegerField(source="course_id")
    course_name = serializers.CharField(source="course.name")
    role = serializers.ChoiceField(choices=Role.choices)
    by = serializers.SerializerMethodField()

    def get_by(self, invitation: Any) -> str:
        return name_of(invitation.by)


class ContentsSchema(serializers.Serializer[Any]):
    """What a course holds, and what goes with it."""

    name = serializers.CharField()
    assignments = serializers.IntegerField()
    papers = serializers.IntegerField()
    people = serializers.IntegerField()
