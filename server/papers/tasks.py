"""Jobs of the queue: checks with their look-ups, previews, and upkeep."""

from __future__ import annotations

from typing import Any

from asgiref.sync import sync_to_async
from django.db import close_old_connections
from procrastinate import JobContext
from procrastinate.contrib.django import app

from config.urgency import Urgency

from .actions.ask_for_records import ask_for_records
from .actions.pick_up_lost import pick_up_lost
from .actions.preview_house import preview_paper
from .actions.release_check import release_check
from .actions.run_check import run_check

# A worker beats every few seconds; one that has not for so long is dead.
STALLED_SECONDS = 15


@app.task(name="papers.run_check", queue="checks")
def run_check_task(check_id: int) -> None:
    """Look records up, then run the check, whatever came of that. One job, so that the first paper of a
    class is done before the last is begun."""
    close_old_connections()
    try:
        ask_for_records(check_id)
    finally:
        run_check(check_id)


@app.task(name="papers.preview_paper", queue="checks", priority=Urgency.AT_ONCE)
def preview_paper_task(preview_id: int, check_id: int) -> None:
    """Work out what other house rules would do to one paper."""
    close_old_connections()
    preview_paper(preview_id, check_id)


@app.periodic(cron="* * * * * */10")
@app.task(name="papers.pick_up_stalled", queue="upkeep", pass_context=True)
async def pick_up_stalled(context: JobContext, timestamp: int) -> None:
    """Put back the jobs of workers that died, and their checks."""
    manager: Any = context.app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=STALLED_SECONDS):
        if job.task_name == run_check_task.name:
            await sync_to_async(release_check)(job.task_kwargs["check_id"])
        await manager.retry_job(job)


@app.periodic(cron="* * * * *")
@app.task(name="papers.upkeep", queue="upkeep")
def upkeep(timestamp: int) -> None:
    """Put back checks whose jobs are gone, and drop what nobody needs any more."""
    close_old_connections()
    for check_id in pick_up_lost({run_check_task.name}):
        run_check_task.defer(check_id=check_id)
