"""Refuses changes asked for by pages of other sites."""

from __future__ import annotations

from collections.abc import Callable
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse, JsonResponse

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
