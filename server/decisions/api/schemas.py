"""What the API of decisions takes and gives."""

from typing import Any

from rest_framework import serializers

from ..models import Decision, Join


class DecisionSchema(serializers.ModelSerializer[Decision]):
    class Meta:
        model = Decision
        fields = ["finding_key", "rule", "verdict", "remark"]
        read_only_fields = fields


class JoinSchema(serializers.ModelSerializer[Join]):
    class Meta:
        model = Join
        fields = ["citation_key", "entry_key"]
        read_only_fields = fields


class DeskSchema(serializers.Serializer[Any]):
    """All that is decided of a paper; `undo` says what the next undo takes back."""

    decisions = DecisionSchema(many=True)
    joins = JoinSchema(many=True)
    undo = serializers.CharField(allow_null=True)


class DecideSchema(serializers.Serializer[Any]):
    """Findings to decide. Without `remark` the remarks stay as they are."""

    keys = serializers.ListField(
        child=serializers.CharField(max_length=16), min_length=1, max_length=5000
    )
    verdict = serializers.ChoiceField(choices=Decision.Verdict.choices)
    remark = serializers.CharField(required=False, allow_blank=True, max_length=4000)


class JoinFormSchema(serializers.Serializer[Any]):
    """A citation to join; `entry` empty for “no entry”, null to let Grelt match it again."""

    citation = serializers.CharField(max_length=16)
    entry = serializers.CharField(max_length=16, allow_blank=True, allow_null=True)
