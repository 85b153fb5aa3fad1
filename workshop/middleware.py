"""Who may ask, and whom an answer is for.

`OwnPages` refuses what pages of other sites ask for; `Csrf` is Django's own check of forged
requests; `Packed` compresses what goes through a network; `SignedIn` asks makers to sign in, where
they are told apart; `Asking` knows which project a request is about and whether its page still
waits.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any
from urllib.parse import urlsplit

from django.contrib.auth.models import AnonymousUser
from django.http import HttpRequest, HttpResponse, HttpResponseBase
from django.middleware.csrf import CsrfViewMiddleware, get_token
from django.middleware.gzip import GZipMiddleware

from workshop import makers
from workshop.api.refusals import PLAIN, refusal
from workshop.builders import ASKER, Asker

PROJECT = re.compile(r"(?:/api/projects|/p)/(\d+)(?:/|$)")
OF_A_PROJECT = re.compile(r"/api/projects/(\d+)(/.*|)$")
# what is answered to those who are not signed in
HERE = {"127.0.0.1", "::1"}
AT_THE_DOOR = {"/api/me", "/api/sign-in", "/api/join"}
# of a project: what only its owner may do, and what is asked by POST and keeps nothing
OWNERS = {("DELETE", ""), ("POST", "/back"), ("GET", "/shares"), ("PUT", "/shares")}
KEEP_NOTHING = ("/maze", "/trial", "/merge", "/built", "/ahead")
SAFE = {"GET", "HEAD", "OPTIONS"}
# what a browser says of where a request comes from: this site's pages, or the maker's own hand
OURS = {"", "same-origin", "none"}
Answer = Callable[[HttpRequest], HttpResponse]


class OwnPages:
    """The API answers this site's own pages, and programs that are no browser.

    A browser says where a request comes from (Sec-Fetch-Site; Origin of what changes something; an
    old one by its Referer alone): another site's page is refused even what it may only read, for
    reading too makes work.
    """

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path.startswith("/api/"):
            theirs = request.headers.get("Sec-Fetch-Site", "") not in OURS
            asked = [request.headers.get("Referer", "")]
            if request.method not in SAFE:
                asked.append(request.headers.get("Origin", ""))
            theirs |= any(one and urlsplit(one).netloc != request.get_host() for one in asked)
            if theirs:
                return refusal(403, PLAIN[403])
        return self.get_response(request)


class Packed(GZipMiddleware):
    """Answers are packed for their way through a network. To this very machine they go as they are:
    packing an edit's answers takes some 15 ms there and saves nothing."""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> Any:
        here = request.META.get("REMOTE_ADDR", "") in HERE
        if here and "X-Forwarded-For" not in request.headers:
            return response
        return super().process_response(request, response)


class Csrf(CsrfViewMiddleware):
    """Django's check of forged requests, for every change asked for by a browser.

    What is no browser (it sends no cookie, no origin, and nothing of where it comes from) carries
    nobody's rights with it that could be abused, and needs no token.
    """

    def process_view(self, request: HttpRequest, callback: Any, args: Any, kwargs: Any) -> Any:
        marks = ("Cookie", "Origin", "Sec-Fetch-Site", "Sec-Fetch-Mode")
        if not any(request.headers.get(name) for name in marks):
            return None
        # the API's views say that they are exempt: here none is
        return super().process_view(request, _checked, args, kwargs)


def _checked(request: HttpRequest) -> HttpResponse:
    """Stands for a view that is not exempt; it is looked at and never called."""
    raise AssertionError


def forged(request: HttpRequest, reason: str = "") -> HttpResponse:
    """What is answered to a request that bears no token of ours."""
    return refusal(403, PLAIN[403], remedy="load the page again")


def with_token(request: HttpRequest) -> None:
    """Has the answer to a request bring the token that later changes are to bear."""
    get_token(request)


class SignedIn:
    """Where makers are told apart: who is not signed in is asked to, and a project answers those
    alone who may see it, or change it. Whatever is no project's is sifted by `workshop.makers`."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not makers.told_apart():
            return self.get_response(request)
        token = makers.NOW.set(getattr(request, "user", AnonymousUser()))
        try:
            return self._refused(request) or self.get_response(request)
        finally:
            makers.NOW.reset(token)

    def _refused(self, request: HttpRequest) -> HttpResponse | None:
        if not request.path.startswith("/api/") or request.path in AT_THE_DOOR:
            return None
        if not request.user.is_authenticated:
            return refusal(401, "sign in first")
        found = OF_A_PROJECT.match(request.path)
        if found is None:
            return None
        may = makers.access(int(found[1])) if len(found[1]) < 19 else ""
        rest = found[2]
        if not may:
            return refusal(404, "there is no such project")
        if may != "own" and (request.method, rest) in OWNERS:
            return refusal(403, "only its owner may do this")
        keeps_nothing = request.method in SAFE or rest.endswith(KEEP_NOTHING)
        if may == "read" and not keeps_nothing:
            return refusal(403, "this project is shared with you to read")
        return None


class Asking:
    """Remembers who asks: which project it is about, and whether the page still waits."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        found = PROJECT.match(request.path) or PROJECT.match(
            urlsplit(request.headers.get("Referer", "")).path
        )
        gone = request.META.get("waitress.client_disconnected", lambda: False)
        page = request.headers.get("X-Page", "")[:40]
        token = ASKER.set(Asker(found[1] if found else "", gone, page))
        try:
            return self.get_response(request)
        finally:
            ASKER.reset(token)
