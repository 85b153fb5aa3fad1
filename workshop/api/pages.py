"""Pages to read: every step, fit and check as it declares itself."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from core.report.pages import PageName, PageView, page_names, page_of
from workshop.api.shapes import Refusal

router = Router()


@router.get("/pages", response=list[PageName])
def pages(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Every page there is."""
    return page_names()


@router.get("/pages/{room}/{kind}", response={200: PageView, 422: Refusal})
def page(request: HttpRequest, room: str, kind: str):  # type: ignore[no-untyped-def]
    """One page."""
    return page_of(room, kind)
