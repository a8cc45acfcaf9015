"""Previews are worked out paper by paper; those under way are asked for again by whoever looks at them."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("courses", "0002_house"),
        ("papers", "0004_house"),
    ]

    operations = [
        migrations.DeleteModel(name="HousePreview"),
        migrations.AddField(
            model_name="paper", name="guide", field=models.CharField(blank=True, max_length=60, default=""), preserve_default=False
        ),
        migrations.AddField(model_name="paper", name="title_by_hand", field=models.BooleanField(default=False)),
        migrations.CreateModel(
            name="HousePreview",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("guide", models.CharField(blank=True, max_length=60)),
                ("house", models.JSONField(default=dict)),
                ("total", models.PositiveIntegerField(default=0)),
                ("asked_at", models.DateTimeField(auto_now_add=True)),
                (
                    "assignment",
                    models.ForeignKey(
                        blank=True, null=True, on_delete=django.db.models.deletion.CASCADE,
                        related_name="previews", to="courses.assignment",
                    ),
                ),
                (
                    "course",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="previews", to="courses.course"
                    ),
                ),
            ],
            options={"ordering": ["-id"]},
        ),
        migrations.CreateModel(
            name="PreviewedPaper",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("check_id", models.BigIntegerField()),
                ("body", models.JSONField(default=dict)),
                (
                    "preview",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="papers", to="papers.housepreview"
                    ),
                ),
            ],
            options={"ordering": ["id"]},
        ),
        migrations.AddConstraint(
            model_name="previewedpaper",
            constraint=models.UniqueConstraint(fields=("preview", "check_id"), name="one_row_a_previewed_check"),
        ),
    ]
