"""Jobs of the queue: checks, and picking up those whose worker died."""

from __future__ import annotations

from typing import Any

from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from .actions.run_check import run_check

_RETRY = RetryStrategy(max_attempts=3, wait=2)


@app.task(name="papers.run_check", queue="checks", retry=_RETRY)
def run_check_task(check_id: int) -> None:
    """Run one check."""
    run_check(check_id)


@app.periodic(cron="* * * * *")
@app.task(name="papers.pick_up_stalled", queue="upkeep", pass_context=True)
async def pick_up_stalled(context: JobContext, timestamp: int) -> None:
    """Put back the jobs of workers that stopped sending a heartbeat."""
    manager: Any = context.app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=60):
        await manager.retry_job(job)
