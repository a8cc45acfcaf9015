"""What the API of classes gives."""

from typing import Any

from rest_framework import serializers

from grelt import api as core

STATES = ("read on", "mend", "send back")


class StatesSchema(serializers.Serializer[Any]):
    """How many papers are in which state."""

    def get_fields(self) -> dict[str, Any]:
        return {state: serializers.IntegerField() for state in STATES}


class ClassRuleSchema(serializers.Serializer[Any]):
    """A column: a rule that somebody broke, by how many writers, how often, of how many chances."""

    rule = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]  # a field of that name
    mark = serializers.CharField()
    round = serializers.CharField()
    writers = serializers.IntegerField()
    broken = serializers.IntegerField()
    chances = serializers.IntegerField()


class UnmetSchema(serializers.Serializer[Any]):
    wanted = serializers.CharField()
    found = serializers.CharField()
    maybe = serializers.BooleanField()


class ClassRowSchema(serializers.Serializer[Any]):
    """A writer. A cell for each rule: missed and chances; null: nothing to miss."""

    paper = serializers.IntegerField()
    writer = serializers.CharField()
    title = serializers.CharField(allow_blank=True)
    address = serializers.CharField(allow_blank=True)
    state = serializers.ChoiceField(choices=STATES)
    slips = serializers.IntegerField()
    points = serializers.FloatField(allow_null=True)
    unmet = UnmetSchema(many=True)
    cells = serializers.ListField(
        child=serializers.ListField(child=serializers.IntegerField(), allow_null=True)
    )


class ClassExampleSchema(serializers.Serializer[Any]):
    """A slip in the words of a paper; `expected` is what would be right, where that can be said."""

    paper = serializers.IntegerField()
    writer = serializers.CharField()
    lead = serializers.CharField(allow_blank=True)
    words = serializers.CharField(allow_blank=True)
    rest = serializers.CharField(allow_blank=True)
    expected = serializers.CharField(allow_null=True, allow_blank=True)
    message = serializers.CharField()
    kind = serializers.CharField(allow_blank=True)


class WorkedSchema(serializers.Serializer[Any]):
    """A worked example: paragraphs of stretches, each its words and whether it is in italics."""

    label = serializers.CharField()  # type: ignore[assignment]
    paragraphs = serializers.ListField(
        child=serializers.ListField(child=serializers.ListField(child=serializers.JSONField()))
    )


class LessonSchema(serializers.Serializer[Any]):
    rule = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]
    round = serializers.CharField()
    writers = serializers.IntegerField()
    broken = serializers.IntegerField()
    chances = serializers.IntegerField()
    habits = serializers.IntegerField()
    why = serializers.CharField()
    examples = ClassExampleSchema(many=True)
    worked = WorkedSchema(allow_null=True)


class SharedFormSchema(serializers.Serializer[Any]):
    html = serializers.CharField()
    papers = serializers.ListField(child=serializers.IntegerField())


class SharedSourceSchema(serializers.Serializer[Any]):
    """A source that several papers list, and the ways in which they write it."""

    label = serializers.CharField()  # type: ignore[assignment]
    papers = serializers.IntegerField()
    forms = SharedFormSchema(many=True)


class SlipCourseSchema(serializers.Serializer[Any]):
    """The share of chances missed at each stage (null: nothing to miss)."""

    rule = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]
    shares = serializers.ListField(child=serializers.FloatField(allow_null=True))
    change = serializers.FloatField()


class TermSchema(serializers.Serializer[Any]):
    stages = serializers.ListField(child=serializers.CharField())
    rules = SlipCourseSchema(many=True)


class ClassSchema(serializers.Serializer[Any]):
    """The picture of a class: rules in the order of the work, writers with who can be read now first."""

    papers = serializers.IntegerField()
    states = StatesSchema()
    rules = ClassRuleSchema(many=True)
    rows = ClassRowSchema(many=True)
    teach = LessonSchema(many=True)
    sources = SharedSourceSchema(many=True)
    drafts = TermSchema(allow_null=True)


class ClassAskedSchema(serializers.Serializer[Any]):
    nameless = serializers.BooleanField(default=False)


class ClassFileSchema(ClassAskedSchema):
    form = serializers.ChoiceField(choices=list(core.CLASS_FORMS))
