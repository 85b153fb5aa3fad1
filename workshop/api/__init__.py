"""The typed API. Handlers are thin: schema in, schema out; errors in one shape.

Map
    shapes      what goes in and out besides reports
    shelf       what lies on the shelf and in the bin, folders, copies, pictures, the play set
    projects    one project, saving, undo, redo, remedies
    files       meshes for the screen, exports, the document
    bench       processes, gauges, results and what they teach
    records     history, versions and materials compared
    logbook     prints and how they turned out, what is next
    work        long work: what is under way, cancelled, mended
    catalogue   ways to begin a step, kinds of outline and fit; starters
    outlines    outlines drawn by hand: laid out, taken apart, brought in, taken away
    measuring   what is pressed on the stage, measured
    pages       every step, fit and check to be read of
    begin       documents with a step, a part or a fit more
"""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI

from core.errors import CoreError
from workshop import models
from workshop.api import (
    begin,
    bench,
    catalogue,
    files,
    logbook,
    measuring,
    outlines,
    pages,
    records,
    shelf,
    work,
)
from workshop.builders import Halted
from workshop.keeping import Stale
from workshop.models import Job, Project

api = NinjaAPI(title="Fair Hinge", version="1", urls_namespace="api")
api.add_router("", shelf.router)
api.add_router("", files.router)
api.add_router("", work.router)
api.add_router("", bench.router)
api.add_router("", records.router)
api.add_router("", logbook.router)
api.add_router("", catalogue.router)
api.add_router("", begin.router)
api.add_router("", outlines.router)
api.add_router("", measuring.router)
api.add_router("", pages.router)


@api.exception_handler(CoreError)
def _refused(request: HttpRequest, error: CoreError) -> HttpResponse:
    body = {
        "message": error.message,
        "where": error.where,
        "position": error.position,
        "remedy": error.remedy,
    }
    return api.create_response(request, body, status=422)


@api.exception_handler(Stale)
def _stale(request: HttpRequest, error: Stale) -> HttpResponse:
    body = {
        "message": "this project was changed elsewhere since you opened it; nothing was overwritten",
        "version": error.newest,
    }
    return api.create_response(request, body, status=409)


@api.exception_handler(Halted)
def _given_up(request: HttpRequest, error: Halted) -> HttpResponse:
    body = {"message": "given up: something newer came, or nobody waited for it"}
    return api.create_response(request, body, status=409)


@api.exception_handler(Project.DoesNotExist)
def _gone(request: HttpRequest, error: Project.DoesNotExist) -> HttpResponse:
    return api.create_response(request, {"message": "there is no such project"}, status=404)


@api.exception_handler(Job.DoesNotExist)
def _no_job(request: HttpRequest, error: Job.DoesNotExist) -> HttpResponse:
    return api.create_response(request, {"message": "this work is no longer known"}, status=404)


@api.exception_handler(models.Process.DoesNotExist)
@api.exception_handler(models.Result.DoesNotExist)
@api.exception_handler(models.Print.DoesNotExist)
def _not_on_the_bench(request: HttpRequest, error: Exception) -> HttpResponse:
    return api.create_response(request, {"message": "this is no longer on the bench"}, status=404)
