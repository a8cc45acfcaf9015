"""What the API of decisions takes and gives."""

from typing import Any

from rest_framework import serializers

from courses.people import name_of
from grelt import api as core

from ..models import Decision, EntryHand, Join, ParagraphHand


class DecisionSchema(serializers.ModelSerializer[Decision]):
    """A decision, who took it and when; nobody: it was in an earlier release."""

    by = serializers.SerializerMethodField()

    class Meta:
        model = Decision
        fields = ["finding_key", "rule", "verdict", "remark", "version", "by", "decided_at"]
        read_only_fields = fields

    def get_by(self, decision: Decision) -> str:
        return name_of(decision.by) if decision.by is not None else ""


class JoinSchema(serializers.ModelSerializer[Join]):
    class Meta:
        model = Join
        fields = ["citation_key", "entry_key"]
        read_only_fields = fields


class EntryHandSchema(serializers.ModelSerializer[EntryHand]):
    class Meta:
        model = EntryHand
        fields = ["entry_key", "kind", "borders"]
        read_only_fields = fields


class ParagraphHandSchema(serializers.ModelSerializer[ParagraphHand]):
    class Meta:
        model = ParagraphHand
        fields = ["paragraph_key", "role"]
        read_only_fields = fields


class ParagraphFormSchema(serializers.Serializer[Any]):
    """What a paragraph is; without a role Grelt tells it by itself again."""

    role = serializers.ChoiceField(choices=list(core.BY_HAND), allow_blank=True)


class BorderSchema(serializers.Serializer[Any]):
    """An element and its borders in the entry's text."""

    element = serializers.CharField(max_length=30)
    start = serializers.IntegerField(min_value=0)
    end = serializers.IntegerField(min_value=0)

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        if attrs["end"] <= attrs["start"]:
            raise serializers.ValidationError("An element ends behind its beginning.")
        return attrs


class EntryFormSchema(serializers.Serializer[Any]):
    """An entry set right; without kind and borders Grelt reads it by itself again."""

    kind = serializers.CharField(max_length=60, allow_blank=True)
    borders = BorderSchema(many=True, required=False)


class DetailsSchema(serializers.Serializer[Any]):
    """Whose paper it is, its title, and its own guide; what is empty is left to paper and assignment."""

    writer = serializers.CharField(max_length=200, allow_blank=True)
    title = serializers.CharField(max_length=300, allow_blank=True)
    guide = serializers.CharField(max_length=60, allow_blank=True)


class DeskSchema(serializers.Serializer[Any]):
    """All that is decided of a paper; `undo` says what the next undo takes back, `check` which check is the
    newest: another than the one that is shown, and somebody has set something right."""

    decisions = DecisionSchema(many=True)
    joins = JoinSchema(many=True)
    hands = EntryHandSchema(many=True)
    paragraphs = ParagraphHandSchema(many=True)
    undo = serializers.CharField(allow_null=True)
    check = serializers.IntegerField(allow_null=True)
    may_decide = serializers.BooleanField()


class DecideSchema(serializers.Serializer[Any]):
    """Findings to decide. Without `remark` the remarks stay as they are; `seen` has the versions of decisions
    that the person saw, by finding (nought where there was none)."""

    keys = serializers.ListField(
        child=serializers.CharField(max_length=16), min_length=1, max_length=5000
    )
    verdict = serializers.ChoiceField(choices=Decision.Verdict.choices)
    remark = serializers.CharField(required=False, allow_blank=True, max_length=4000)
    seen = serializers.DictField(child=serializers.IntegerField(min_value=0), required=False)


class JoinFormSchema(serializers.Serializer[Any]):
    """What a citation is joined to; `entry` empty for “no entry”."""

    entry = serializers.CharField(max_length=16, allow_blank=True)


class ManySchema(serializers.Serializer[Any]):
    """One thing to do to many papers: check them again, or keep or waive all findings of a `rule` (`*`: all
    that nobody has decided yet)."""

    papers = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=2000)
    what = serializers.ChoiceField(choices=["check", "keep", "waive"])
    rule = serializers.CharField(max_length=60, allow_blank=True, default="")


class DoneSchema(serializers.Serializer[Any]):
    """How many papers it was done to."""

    papers = serializers.IntegerField()
