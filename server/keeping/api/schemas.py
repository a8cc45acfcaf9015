"""What the API of an account's own data takes and gives."""

from typing import Any

from rest_framework import serializers


class OwnedSchema(serializers.Serializer[Any]):
    """What an account owns, and what goes with it."""

    courses = serializers.IntegerField()
    papers = serializers.IntegerField()


class GoodbyeSchema(serializers.Serializer[Any]):
    password = serializers.CharField(max_length=200, trim_whitespace=False)
