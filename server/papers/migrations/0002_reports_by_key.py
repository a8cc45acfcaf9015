"""Reports by key, one row for all checks that have it; a check counts its beginnings and its deaths."""

from __future__ import annotations

import django.db.models.deletion
from django.db import migrations, models

# What is stored moves over: the newest of each key; a check without a key is made again.
_MOVE = """
INSERT INTO papers_report (key, body, schema, made_at)
SELECT DISTINCT ON (key) key, report, 0, now()
FROM papers_check WHERE state = 'done' AND key <> '' AND report IS NOT NULL
ORDER BY key, id DESC;
UPDATE papers_check SET shared_id = key WHERE key IN (SELECT key FROM papers_report) AND state = 'done';
UPDATE papers_check SET state = 'queued' WHERE state = 'running' OR (state = 'done' AND shared_id IS NULL);
"""


class Migration(migrations.Migration):
    dependencies = [("papers", "0001_initial")]

    operations = [
        migrations.CreateModel(
            name="Report",
            fields=[
                ("key", models.CharField(max_length=64, primary_key=True, serialize=False)),
                ("body", models.JSONField()),
                ("schema", models.PositiveSmallIntegerField()),
                ("made_at", models.DateTimeField(auto_now_add=True)),
            ],
        ),
        migrations.AddField(
            "check",
            "shared",
            models.ForeignKey(
                blank=True,
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="checks",
                to="papers.report",
            ),
        ),
        migrations.RunSQL(_MOVE, migrations.RunSQL.noop),
        # What was moved is checked for its reference at the end of a transaction, unless told otherwise.
        migrations.RunSQL("SET CONSTRAINTS ALL IMMEDIATE", migrations.RunSQL.noop),
        migrations.RemoveField("check", "report"),
        migrations.RemoveField("check", "key"),
        migrations.RenameField("check", "shared", "report"),
        migrations.AddField("check", "attempt", models.PositiveSmallIntegerField(default=0)),
        migrations.AddField("check", "deaths", models.PositiveSmallIntegerField(default=0)),
        migrations.AddField(
            "check", "records_problem", models.CharField(blank=True, max_length=200)
        ),
        migrations.AddField(
            "check", "changed_at", models.DateTimeField(auto_now=True, db_index=True)
        ),
        migrations.AddField("draft", "identifiers", models.JSONField(blank=True, null=True)),
        migrations.DeleteModel("CitationRow"),
        migrations.DeleteModel("EntryRow"),
    ]
