"""What the session API takes and gives."""

from typing import Any

from rest_framework import serializers


class PersonSchema(serializers.Serializer[Any]):
    username = serializers.CharField()
    name = serializers.CharField()


class SessionSchema(serializers.Serializer[Any]):
    """Who is signed in; `person` is null when nobody is."""

    person = PersonSchema(allow_null=True)


class HealthSchema(serializers.Serializer[Any]):
    state = serializers.CharField()
    version = serializers.CharField()


class SignInSchema(serializers.Serializer[Any]):
    username = serializers.CharField(max_length=150)
    password = serializers.CharField(max_length=200, trim_whitespace=False)


class ResetFormSchema(serializers.Serializer[Any]):
    """A new password by a link: what the link has, and the password."""

    identity = serializers.CharField(max_length=60)
    token = serializers.CharField(max_length=100)
    new = serializers.CharField(max_length=200, trim_whitespace=False)


class PasswordFormSchema(serializers.Serializer[Any]):
    old = serializers.CharField(max_length=200, trim_whitespace=False)
    new = serializers.CharField(max_length=200, trim_whitespace=False)
