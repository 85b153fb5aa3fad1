"""Long work: what is under way, cancelled, mended, put away."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from workshop import jobs, makers
from workshop.api.shapes import JobView, Refusal
from workshop.models import Job

router = Router()


def _view(job: Job) -> JobView:
    return JobView(
        id=job.id,
        name=job.name,
        state=job.state,  # type: ignore[arg-type]
        progress=job.progress,
        words=job.words,
        faults=job.faults,
        mended=job.mend,
        project=job.project_id,
    )


@router.get("/jobs", response=list[JobView])
def under_way(request: HttpRequest):  # type: ignore[no-untyped-def]
    """All long work that was not put away, oldest first."""
    return [_view(job) for job in makers.jobs().defer("data")]


@router.post("/jobs/{job_id}/cancel", response={200: JobView, 404: Refusal})
def cancel(request: HttpRequest, job_id: int):  # type: ignore[no-untyped-def]
    """Stops long work."""
    job = makers.jobs().get(id=job_id)
    return _view(job if job.state in jobs.OVER else jobs.cancel(job))


@router.post("/jobs/{job_id}/mend", response={200: JobView, 404: Refusal})
def mend(request: HttpRequest, job_id: int):  # type: ignore[no-untyped-def]
    """Mends a mesh that was found unsound, and opens it."""
    job = makers.jobs().get(id=job_id)
    unsound = job.state == Job.DONE and job.project_id is None and not job.mend
    return _view(jobs.mend_and_open(job) if unsound else job)


@router.delete("/jobs/{job_id}", response={204: None, 404: Refusal})
def put_away(request: HttpRequest, job_id: int):  # type: ignore[no-untyped-def]
    """Takes long work off the list, stopping it first."""
    makers.jobs().get(id=job_id).delete()
    return 204, None
