"""A class's papers handed in at once: a .zip, its files, and whose they are, until they are taken in."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from courses.models import Assignment
from papers.models import Paper


class Bundle(models.Model):
    """A .zip handed in. A job unpacks it (*unpacking* → *ready*, or *failed* with a message); a person looks at
    whose each file is, and takes them in (*taken*). It goes when nobody has for long."""

    class State(models.TextChoices):
        UNPACKING = "unpacking"
        READY = "ready"
        TAKEN = "taken"
        FAILED = "failed"

    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="bundles")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    file_name = models.CharField(max_length=255)
    # Empty as soon as it is unpacked.
    content = models.BinaryField()
    sha256 = models.CharField(max_length=64)
    state = models.CharField(max_length=10, choices=State, default=State.UNPACKING)
    problem = models.TextField(blank=True)
    handed_in_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]

    def __str__(self) -> str:
        return self.file_name


class BundleFile(models.Model):
    """A file of a bundle. `problem` says why it is no paper that can be taken in; `told_by` how its writer was
    told: by its name (`file`) or by itself (`paper`). `content` is empty as soon as it is taken in, or cannot
    be."""

    bundle = models.ForeignKey(Bundle, on_delete=models.CASCADE, related_name="files")
    path = models.CharField(max_length=500)
    content = models.BinaryField()
    sha256 = models.CharField(max_length=64, blank=True)
    # Whether its first page was read: before that its writer can be told by its name alone.
    looked_at = models.BooleanField(default=False)
    title = models.CharField(max_length=300, blank=True)
    identifiers: models.JSONField[list[str] | None, list[str] | None] = models.JSONField(
        null=True, blank=True
    )
    writer = models.CharField(max_length=200, blank=True)
    told_by = models.CharField(max_length=20, blank=True)
    problem = models.TextField(blank=True)
    paper = models.ForeignKey(Paper, on_delete=models.SET_NULL, null=True, blank=True)

    class Meta:
        ordering = ["bundle", "path", "id"]

    def __str__(self) -> str:
        return self.path

    @property
    def name(self) -> str:
        """The file's own name, without its folders."""
        return self.path.rpartition("/")[2]
