"""The bin for what is not a project: prints, results, processes and plans that were thrown away.

They lie in it for as long as projects do, and come back as they were. Projects have a bin of their
own on the shelf (`workshop.shelving`).
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.db.models import QuerySet
from django.utils import timezone

from workshop import makers
from workshop.models import Planned, Print, Process, Result

KINDS: dict[str, Any] = {"print": Print, "result": Result, "process": Process, "planned": Planned}
OF_PROJECTS = ("print", "planned")  # the others belong to the bench, which is everybody's


@dataclass(frozen=True)
class Thrown:
    """Something in the bin: what it is, in words, and since when."""

    kind: str
    id: int
    title: str
    thrown: datetime


def throw(kind: str, number: int) -> None:
    """Into the bin.

    Raises:
        ObjectDoesNotExist: there is none of that number.
    """
    one = _own(kind, KINDS[kind].objects.all()).get(id=number)
    one.thrown = timezone.now()
    one.save(update_fields=["thrown"])


def bring_back(kind: str, number: int) -> None:
    """Out of the bin, as it was.

    Raises:
        ObjectDoesNotExist: there is none of that number.
    """
    one = _own(kind, KINDS[kind].everything.all()).get(id=number)
    one.thrown = None
    one.save(update_fields=["thrown"])


def out(kind: str, number: int) -> None:
    """Out of the bin for good.

    Raises:
        ObjectDoesNotExist: none of that number is in the bin.
    """
    _own(kind, KINDS[kind].everything.exclude(thrown=None)).get(id=number).delete()


def _own(kind: str, found: QuerySet[Any]) -> QuerySet[Any]:
    return makers.of_projects(found, edit=True) if kind in OF_PROJECTS else found


def listed() -> list[Thrown]:
    """What is in the bin, newest first."""
    found = [
        Thrown(kind, one.id, _title(kind, one), one.thrown)
        for kind, model in KINDS.items()
        for one in _own(kind, model.everything.exclude(thrown=None))
    ]
    return sorted(found, key=lambda one: one.thrown, reverse=True)


def _title(kind: str, one: Any) -> str:
    if kind == "print":
        return f"print of {one.title}, {one.printed:%Y-%m-%d}"
    if kind == "result":
        return f"{one.gauge} gauge on {one.process.name}, {one.created:%Y-%m-%d}"
    if kind == "planned":
        return f"planned print of {one.project.title}"
    return f"process {one.name}"


def empty(days: int) -> int:
    """Throws out for good what has lain there for so many days; answers how many."""
    since = timezone.now() - timedelta(days=days)
    return sum(
        model.everything.filter(thrown__lt=since).delete()[1].get(model._meta.label, 0)
        for model in KINDS.values()
    )
