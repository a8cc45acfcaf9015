"""What the API of returns takes and gives."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from grelt import api as core

from ..actions.make import rounds


class BlockSchema(serializers.Serializer[Any]):
    """A paragraph of the letter, italics as `<i>`; a remark is known by the key of its first finding."""

    kind = serializers.ChoiceField(choices=["title", "heading", "text", "remark", "example"])
    label = serializers.CharField(allow_blank=True)  # type: ignore[assignment]  # a field of that name
    key = serializers.CharField(allow_blank=True)
    html = serializers.CharField()
    text = serializers.CharField()


class ReturnSchema(serializers.Serializer[Any]):
    """What goes back of a paper: the letter, what a person adds to it, its page to read, and when it went."""

    words = serializers.CharField(allow_blank=True)
    without = serializers.ListField(child=serializers.CharField())
    letter = BlockSchema(many=True)
    own_form = serializers.CharField()
    address = serializers.CharField(allow_null=True)
    until = serializers.DateField(allow_null=True)
    returned_at = serializers.DateTimeField(allow_null=True)


class ReturnFormSchema(serializers.Serializer[Any]):
    words = serializers.CharField(max_length=20_000, allow_blank=True, trim_whitespace=False)
    without = serializers.ListField(
        child=serializers.ChoiceField(choices=list(rounds())), max_length=10
    )


class LinkFormSchema(serializers.Serializer[Any]):
    days = serializers.IntegerField(min_value=1, max_value=366, default=60)


class FileAskedSchema(serializers.Serializer[Any]):
    form = serializers.ChoiceField(choices=list(core.RETURN_FORMS))


class DraftSchema(serializers.Serializer[Any]):
    """A draft: its file, when it came, and how many slips it has (null: it could not be read)."""

    number = serializers.IntegerField()
    file_name = serializers.CharField()
    uploaded_at = serializers.DateTimeField()
    slips = serializers.IntegerField(allow_null=True)


class DraftPlaceSchema(serializers.Serializer[Any]):
    """Where a finding stands in a draft: the how-manieth it is, its page, its words with those round them."""

    at = serializers.IntegerField()
    page = serializers.IntegerField(allow_null=True)
    lead = serializers.CharField()
    words = serializers.CharField()
    rest = serializers.CharField()


class ComparedFindingSchema(serializers.Serializer[Any]):
    """A finding in two drafts: in both it is still there, in the one before alone it is mended, in the newest
    alone it is new. `asked` says that it was kept for the student to mend."""

    key = serializers.CharField()
    rule = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]  # a field of that name
    message = serializers.CharField()
    severity = serializers.ChoiceField(choices=["error", "caution", "advice"])
    asked = serializers.BooleanField()
    before = DraftPlaceSchema(allow_null=True)
    after = DraftPlaceSchema(allow_null=True)


class DraftsSchema(serializers.Serializer[Any]):
    drafts = DraftSchema(many=True)
    compared = ComparedFindingSchema(many=True, allow_null=True)


class SetAskedSchema(serializers.Serializer[Any]):
    """Papers to make returns of; `own` is each in the student's own format."""

    papers = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=2000)
    form = serializers.ChoiceField(choices=["own", *core.RETURN_FORMS], default="own")


class SetSchema(serializers.Serializer[Any]):
    """How far a set is; `problems` say what could not be made."""

    id = serializers.IntegerField()
    total = serializers.IntegerField()
    done = serializers.IntegerField()
    problems = serializers.ListField(child=serializers.CharField())


class ManyReturnedSchema(serializers.Serializer[Any]):
    """Whether these papers went back; those of which it is so already stay as they are."""

    papers = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=2000)
    returned = serializers.BooleanField()


class ManyDoneSchema(serializers.Serializer[Any]):
    papers = serializers.IntegerField()


class LinksAskedSchema(serializers.Serializer[Any]):
    papers = serializers.ListField(child=serializers.IntegerField(), min_length=1, max_length=2000)
    days = serializers.IntegerField(min_value=1, max_value=366, default=60)
