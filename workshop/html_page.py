"""The one HTML page; the script in it reads the address."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from workshop import makers
from workshop.middleware import with_token

UNBUILT = (
    "<!doctype html><title>Fair Hinge</title><p>The screens are not built: run"
    " <code>./start</code>."
)


def page(request: HttpRequest) -> HttpResponse:
    """The built page, read anew so that a rebuild shows at once."""
    built = settings.WEB / "index.html"
    if not built.exists():
        return HttpResponse(UNBUILT, status=503)
    with_token(request)
    page = built.read_bytes()
    if makers.told_apart():  # the page shows nothing before it knows who is there
        page = page.replace(b"<html ", b"<html data-makers ", 1)
    response = HttpResponse(page)
    response["Cache-Control"] = "no-cache"
    return response
