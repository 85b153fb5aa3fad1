"""What there is to read of every step, fit and check: from their own declarations, as docs/
has it.
"""

from __future__ import annotations

import inspect

import core.checks.all_checks  # noqa: F401  (registers them)
from core.checks.check import CHECKS, Check
from core.errors import BuildError
from core.fits import FITS, FitKind
from core.steps import STEPS, Field
from core.steps.registry import StepKind
from core.views.report import View

ROOMS = ("steps", "fits", "checks")


class PageName(View):
    """A page there is: its room, what it is of, and its title."""

    room: str
    kind: str
    title: str


class PageRow(View):
    """One thing that can be set: what it is, what it takes, what holds where it is left alone."""

    what: str
    takes: str
    alone: str
    when: str


class PageView(View):
    """A page: what the thing is, what finds it, what can be set of it, and what is said besides."""

    room: str
    kind: str
    title: str
    about: str
    picture: str
    found_by: list[str]
    rows: list[PageRow]
    told: list[str]


def page_names() -> list[PageName]:
    """Every page, in the order of the catalogue.

    >>> sorted({name.room for name in page_names()})
    ['checks', 'fits', 'steps']
    """
    steps = sorted((kind for kind in STEPS.values() if kind.offered), key=lambda one: one.rank)
    return [
        *(PageName(room="steps", kind=one.kind, title=one.title) for one in steps),
        *(PageName(room="fits", kind=one.kind, title=one.title) for one in FITS.values()),
        *(PageName(room="checks", kind=one.name, title=one.asks) for one in CHECKS.values()),
    ]


def page_of(room: str, kind: str) -> PageView:
    """One page.

    Raises:
        BuildError: there is no such page.

    >>> page_of("steps", "hole").title
    'Hole'
    """
    if room == "steps" and kind in STEPS:
        return _step(STEPS[kind])
    if room == "fits" and kind in FITS:
        return _fit(FITS[kind])
    if room == "checks" and kind in CHECKS:
        return _check(CHECKS[kind])
    raise BuildError("there is no such page", where="kind", remedy="one from the list beside it")


def _about(thing: object) -> str:
    return " ".join((inspect.getdoc(type(thing)) or "").split())


def _rows(fields: tuple[Field, ...]) -> list[PageRow]:
    rows = []
    for field in fields:
        takes = ", ".join(field.choices) if field.choices else field.kind
        when = [f"{name} is {' or '.join(values)}" for name, values in field.when]
        when += [f"{name} is not {' or '.join(values)}" for name, values in field.unless]
        rows.append(
            PageRow(what=field.label, takes=takes, alone=field.default, when=", ".join(when))
        )
    return rows


def _step(one: StepKind) -> PageView:
    found = dict.fromkeys(word for way in one.ways() for word in way.also)
    return PageView(
        room="steps",
        kind=one.kind,
        title=one.title,
        about=_about(one),
        picture=f"/help/steps/{one.kind.replace(' ', '-')}.png",
        found_by=list(found),
        rows=_rows(one.fields),
        told=[],
    )


def _fit(one: FitKind) -> PageView:
    found = dict.fromkeys(word for way in one.ways() for word in way.also)
    return PageView(
        room="fits",
        kind=one.kind,
        title=one.title,
        about=f"{_about(one)} Between a {one.roles[0]} and a {one.roles[1]}.",
        picture=f"/help/fits/{one.kind.replace(' ', '-')}.svg",
        found_by=list(found),
        rows=_rows(one.fields),
        told=[
            f"It begins {one.feel}; the gap is chosen for that from what the printer was taught."
        ],
    )


def _check(one: Check) -> PageView:
    told = [f"Limit: {limit.words} ({limit.source})." for limit in one.limits]
    if one.cures:
        told.append(f"Remedies: {one.cures}. Each is tried on a copy before it is offered.")
    if one.reading:
        told.append(f"It belongs to the reading: {one.reading}.")
    if not one.acceptable:
        told.append("It cannot be accepted.")
    return PageView(
        room="checks",
        kind=one.name,
        title=one.asks,
        about=f"{one.measures} Asked of {one.on}.",
        picture="",
        found_by=[one.name],
        rows=[],
        told=told,
    )
