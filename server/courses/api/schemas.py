"""What the API of courses takes and gives."""

from typing import Any

from rest_framework import serializers

from grelt import api as core

from ..models import Assignment, Course


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
                  "paper_count"]  # fmt: skip
        read_only_fields = ["course"]

    def get_guide_name(self, assignment: Assignment) -> str:
        return core.guide_name(assignment.guide)

    def get_house_rules(self, assignment: Assignment) -> list[str]:
        return core.house_rules(assignment.whole_house)


class CourseSchema(serializers.ModelSerializer[Course]):
    house = serializers.DictField(read_only=True)
    assignments = AssignmentSchema(many=True, read_only=True)

    class Meta:
        model = Course
        fields = ["id", "name", "house", "assignments"]


class GuideSchema(serializers.Serializer[Any]):
    id = serializers.CharField()
    name = serializers.CharField()
    manual = serializers.CharField()
    system = serializers.CharField()


class WriterSchema(serializers.Serializer[Any]):
    """Someone on the class list."""

    name = serializers.CharField()
    email = serializers.CharField(allow_blank=True)


class ClassListFormSchema(serializers.Serializer[Any]):
    """A class list as text: a .csv, or a name a line; empty: no list."""

    text = serializers.CharField(max_length=500_000, allow_blank=True, trim_whitespace=False)
