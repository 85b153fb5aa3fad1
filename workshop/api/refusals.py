"""Every error in one shape: `Refusal`, as JSON, with words for the maker and, where it is ours, the
reference it stands under in the log."""

from __future__ import annotations

import json
import math
from collections.abc import Callable
from typing import Any

from django.core.exceptions import ObjectDoesNotExist, RequestDataTooBig, SuspiciousOperation
from django.db import DatabaseError, IntegrityError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError
from ninja.parser import Parser

from core.errors import CoreError, DocumentError, reference_of
from workshop import models, trouble
from workshop.builders import Halted
from workshop.keeping import Stale

GONE: dict[Any, str] = {
    models.Project: "there is no such project",
    models.Job: "this work is no longer known",
    models.Revision: "there is no such version",
    models.Process: "this is no longer on the bench",
    models.Result: "this is no longer on the bench",
    models.Print: "this is no longer in the logbook",
    models.Planned: "this is no longer planned",
}
UNFORESEEN = "something went wrong here that nobody foresaw; nothing of it was kept"
PLAIN = {
    400: "this request cannot be read",
    401: "sign in first",
    403: "changes come from this site's own pages only",
    404: "there is nothing at this address",
    405: "this cannot be done at this address",
    413: "this is too large",
    429: "too many wrong passwords: nothing more from here for a quarter of an hour",
}


def refusal(status: int, message: str, **more: Any) -> JsonResponse:
    """An error as it is answered."""
    empty = {"where": None, "position": None, "remedy": None, "version": None, "reference": None}
    return JsonResponse({"message": message, **empty, **more}, status=status)


class StrictParser(Parser):
    """JSON without NaN and Infinity, which it does not have, and not nested without end."""

    def parse_body(self, request: HttpRequest) -> Any:
        def refuse(word: str) -> float:
            raise DocumentError(f"'{word}' is no number here", remedy="a finite number")

        def whole(text: str) -> float:
            number = float(text)
            return number if math.isfinite(number) else refuse(text)

        try:
            return json.loads(request.body, parse_constant=refuse, parse_float=whole)
        except RecursionError:
            raise DocumentError("this JSON nests too deep") from None
        except (ValueError, UnicodeDecodeError):
            raise HttpError(400, "this is not JSON") from None


def told_of(error: Exception) -> JsonResponse:
    """Any error as it is answered."""
    if isinstance(error, CoreError):
        return refusal(
            422, error.message, where=error.where, position=error.position, remedy=error.remedy
        )
    if isinstance(error, Stale):
        words = "this project was changed elsewhere since you opened it; nothing was overwritten"
        return refusal(409, words, version=error.newest)
    if isinstance(error, Halted):
        return refusal(409, "given up: something newer came, or nobody waited for it")
    if isinstance(error, ObjectDoesNotExist):
        words = next((w for m, w in GONE.items() if isinstance(error, m.DoesNotExist)), PLAIN[404])
        return refusal(404, words)
    if isinstance(error, Http404):
        return refusal(404, PLAIN[404])
    if isinstance(error, ValidationError):
        first = error.errors[0]
        where = ".".join(str(one) for one in first["loc"][1:]) or str(first["loc"][0])
        words = str(first["msg"]).removeprefix("Value error, ")
        return refusal(422, f"{where}: {words[:1].lower()}{words[1:]}", where=where)
    if isinstance(error, HttpError) and isinstance(error.__cause__, CoreError | HttpError):
        return told_of(error.__cause__)
    if isinstance(error, HttpError):
        return refusal(error.status_code, str(error))
    if isinstance(error, RequestDataTooBig):
        return refusal(413, PLAIN[413], remedy="a smaller document")
    if isinstance(error, SuspiciousOperation | MultiPartParserError):
        return refusal(400, PLAIN[400])
    if isinstance(error, OverflowError) and "SQLite" in str(error):
        return refusal(404, "there is nothing of such a number")
    if isinstance(error, DatabaseError) and not isinstance(error, IntegrityError):
        found = trouble.of_the_books(error)
        if found is not None:
            words, remedy, status = found
            reference = reference_of(error, words)
            return refusal(status, words, remedy=remedy, reference=reference)
    reference = reference_of(error, "a request could not be answered")
    remedy = f"if it happens again, tell us the reference {reference}"
    return refusal(500, UNFORESEEN, reference=reference, remedy=remedy)


def answer_errors(api: NinjaAPI) -> None:
    """Answers every error of an API in this shape."""

    def answer(request: HttpRequest, error: Any) -> HttpResponse:
        return told_of(error)

    for kind in (Exception, ValidationError, HttpError, Http404):
        api.add_exception_handler(kind, answer)


class OneShape:
    """What Django itself answers under ``/api/`` in that shape too: no such address, no such
    method, uploads that cannot be read."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer = self.get_response(request)
        told = answer.get("Content-Type", "").startswith("application/json")
        if told or answer.status_code < 400 or not request.path.startswith("/api/"):
            return answer
        plain = refusal(answer.status_code, PLAIN.get(answer.status_code, UNFORESEEN))
        if allow := answer.get("Allow"):
            plain["Allow"] = allow
        return plain

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        """What goes wrong outside the API's own handlers, as while an answer is made."""
        return told_of(error) if request.path.startswith("/api/") else None
