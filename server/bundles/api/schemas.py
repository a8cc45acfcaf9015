"""What the API of bundles takes and gives."""

from typing import Any

from rest_framework import serializers

from ..models import Bundle


class BundleFileSchema(serializers.Serializer[Any]):
    """A file of a bundle; `problem` says why it is not taken in, `told_by` how its writer was told: by its name
    (`file`) or by its first page (`paper`), which was read where it is `looked_at`."""

    id = serializers.IntegerField()
    path = serializers.CharField()
    looked_at = serializers.BooleanField()
    title = serializers.CharField(allow_blank=True)
    writer = serializers.CharField(allow_blank=True)
    told_by = serializers.CharField(allow_blank=True)
    problem = serializers.CharField(allow_blank=True)
    paper = serializers.IntegerField(source="paper_id", allow_null=True)


class BundleSchema(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    file_name = serializers.CharField()
    state = serializers.ChoiceField(choices=Bundle.State.choices)
    problem = serializers.CharField(allow_blank=True)
    files = BundleFileSchema(many=True)


class BundleUploadSchema(serializers.Serializer[Any]):
    file = serializers.FileField()


class TakeInSchema(serializers.Serializer[Any]):
    """Writers by the file's number, where they are others than those told; `without` are left out."""

    writers = serializers.DictField(
        child=serializers.CharField(max_length=200, allow_blank=True), required=False
    )
    without = serializers.ListField(child=serializers.IntegerField(), required=False)
