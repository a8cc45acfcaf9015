"""What the API of sources takes and gives."""

from typing import Any

from rest_framework import serializers


class WrittenSchema(serializers.Serializer[Any]):
    """Something written: as plain text, and with italics as `<i>`."""

    label = serializers.CharField()  # type: ignore[assignment]
    text = serializers.CharField()
    html = serializers.CharField()


class GapSchema(serializers.Serializer[Any]):
    element = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]


class LaidSchema(serializers.Serializer[Any]):
    """An element as it is written in the entry, and how it is dressed."""

    element = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]
    text = serializers.CharField()
    dress = serializers.CharField()


class ComposedSchema(serializers.Serializer[Any]):
    """Everything a guide writes of a work."""

    kind = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]
    guide = serializers.CharField()
    entry = WrittenSchema()
    laid = LaidSchema(many=True)
    unlisted = serializers.CharField(allow_blank=True)
    in_text = WrittenSchema(many=True)
    notes = WrittenSchema(many=True)
    gaps = GapSchema(many=True)
    left_out = GapSchema(many=True)


class ShelfElementSchema(serializers.Serializer[Any]):
    element = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]
    need = serializers.CharField()
    house = serializers.ChoiceField(choices=["asked", "left out"], allow_blank=True)
    unless = serializers.ListField(child=serializers.CharField())
    dress = serializers.CharField()
    case = serializers.CharField()


class ShelfKindSchema(serializers.Serializer[Any]):
    """A kind of source in a guide: elements in order, and a worked example."""

    kind = serializers.CharField()
    label = serializers.CharField()  # type: ignore[assignment]
    why = serializers.CharField()
    elements = ShelfElementSchema(many=True)
    example = ComposedSchema()
    fields = serializers.DictField()  # type: ignore[assignment]


class ComposeFormSchema(serializers.Serializer[Any]):
    """A CSL-JSON item to write in a guide; `locator` is the page that is cited. With an `assignment` its house
    rules count, and its own kinds of source are known."""

    guide = serializers.CharField(max_length=60)
    kind = serializers.CharField(max_length=60)
    assignment = serializers.IntegerField(required=False)
    item = serializers.DictField()
    locator = serializers.CharField(max_length=40, allow_blank=True, default="")


class ListFormSchema(serializers.Serializer[Any]):
    """CSL-JSON items (`custom.kind` may name a kind) to write as one list of a guide."""

    guide = serializers.CharField(max_length=60)
    assignment = serializers.IntegerField(required=False)
    items = serializers.ListField(child=serializers.DictField(), max_length=500)


class ListFileFormSchema(ListFormSchema):
    form = serializers.ChoiceField(choices=["list", "list-docx", "list-odt"])


class ListedSchema(serializers.Serializer[Any]):
    """An entry of a composed list, and which of the items it is of."""

    of = serializers.IntegerField()
    text = serializers.CharField()
    html = serializers.CharField()
    gaps = GapSchema(many=True)


class UnlistedSchema(serializers.Serializer[Any]):
    of = serializers.IntegerField()
    why = serializers.CharField()


class ComposedListSchema(serializers.Serializer[Any]):
    heading = serializers.CharField()
    entries = ListedSchema(many=True)
    unlisted = UnlistedSchema(many=True)


class ItemsSchema(serializers.Serializer[Any]):
    items = serializers.ListField(child=serializers.DictField(), max_length=500)


class TextFormSchema(serializers.Serializer[Any]):
    """Works as a text in an open format."""

    format = serializers.ChoiceField(choices=["csl", "bibtex", "ris"])
    text = serializers.CharField(max_length=1_000_000, trim_whitespace=False)


class ItemsFormSchema(serializers.Serializer[Any]):
    """CSL-JSON items to write in an open format."""

    format = serializers.ChoiceField(choices=["csl", "bibtex", "ris"])
    items = serializers.ListField(child=serializers.DictField(), max_length=500)


class RecordSchema(serializers.Serializer[Any]):
    """A record looked up, or why there is none."""

    item = serializers.DictField(allow_null=True)
    problem = serializers.CharField(allow_blank=True)


class RoundSchema(serializers.Serializer[Any]):
    id = serializers.CharField()
    title = serializers.CharField()
    families = serializers.ListField(child=serializers.CharField())


class VocabularySchema(serializers.Serializer[Any]):
    """The words that an interface shares with the core."""

    rounds = RoundSchema(many=True)
    readable = serializers.ListField(child=serializers.CharField())
    largest_paper = serializers.IntegerField()
    csl_names = serializers.ListField(child=serializers.CharField())
    csl_dates = serializers.DictField(child=serializers.CharField())
    csl_texts = serializers.DictField(child=serializers.CharField())
    element_labels = serializers.DictField(child=serializers.CharField())
