"""Refuses changes asked for by pages of other sites; knows whom an answer is for."""

from __future__ import annotations

import re
from collections.abc import Callable
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse, JsonResponse

from workshop.builders import ASKER, Asker

PROJECT = re.compile(r"(?:/api/projects|/p)/(\d+)(?:/|$)")
SAFE = {"GET", "HEAD", "OPTIONS"}


class SameOrigin:
    """An unsafe request that names its origin must name this host."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        origin = request.headers.get("Origin")
        if request.method not in SAFE and origin and urlsplit(origin).netloc != request.get_host():
            return JsonResponse(
                {"message": "changes come from this site's own pages only"}, status=403
            )
        return self.get_response(request)


class Asking:
    """Remembers who asks: which project it is about, and whether the page still waits."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        found = PROJECT.match(request.path) or PROJECT.match(
            urlsplit(request.headers.get("Referer", "")).path
        )
        gone = request.META.get("waitress.client_disconnected", lambda: False)
        token = ASKER.set(Asker(found[1] if found else "", gone))
        try:
            return self.get_response(request)
        finally:
            ASKER.reset(token)
