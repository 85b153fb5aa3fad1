"""What there is to choose from."""

from __future__ import annotations

import inspect

from django.http import HttpRequest
from ninja import Router

from core.fits import FITS
from core.measures.evaluate import FUNCTIONS
from core.outlines.moves import FORMS, GROUPS, NAMES, SAYS
from core.process import MATERIALS
from core.process.learning import FELT
from core.process.model import FEELS
from core.project.beginning import COLOURS
from core.project.cannot import CANNOT
from core.project.starters import Starter as Beginning
from core.project.starters import starters
from core.steps import OUTLINES, STEPS, AnyOutlineKind, StepKind
from workshop.api.shapes import (
    AskInfo,
    CannotInfo,
    Catalogue,
    EntryInfo,
    FitInfo,
    MoveInfo,
    OutlineInfo,
    Starter,
)

router = Router()


def _about(thing: object) -> str:
    """The first line of what a kind says of itself."""
    return (inspect.getdoc(type(thing)) or "").partition("\n")[0]


def _entries() -> list[EntryInfo]:
    """Every way to begin a step, once for each outline it can begin with."""
    found = []
    for kind in sorted(STEPS.values(), key=lambda one: one.rank):
        for number, way in enumerate(kind.ways() if kind.offered else ()):
            for outline in _outlines(kind) if "{outline}" in way.title else (None,):
                named = f"{_article(outline.title)} {outline.title}" if outline else ""
                found.append(
                    EntryInfo(
                        kind=kind.kind,
                        way=number,
                        outline=outline.kind if outline else kind.outline_first * kind.has_outline,
                        title=way.title.replace("{outline}", named),
                        about=way.about or _about(kind),
                        also=list(way.also),
                        also_outline=list(_words(kind, outline)),
                        at_face=way.at_face
                        if outline is None or outline.kind == kind.outline_first
                        else "",
                        at_edge=way.at_edge,
                    )
                )
    return found


def _starter(one: Beginning) -> Starter:
    asks = [
        AskInfo(measure=a.measure, words=a.words, mm=a.text("mm"), inches=a.text("in"))
        for a in one.asks
    ]
    return Starter(
        name=one.name, title=one.title, about=one.about, meets=one.meets, asks=asks, feel=one.feel
    )


def _words(kind: StepKind, outline: AnyOutlineKind | None) -> tuple[str, ...]:
    """The words that find an outline in a kind of step."""
    if outline is None:
        return ()
    return outline.also + (outline.also_turned if kind.turns_outline else ())


def _outlines(kind: StepKind) -> list[AnyOutlineKind]:
    """Every kind of outline, the one that a step begins with first."""
    return sorted(OUTLINES.values(), key=lambda one: one.kind != kind.outline_first)


def _article(title: str) -> str:
    return "an" if title[0] in "aeiouL" and not title.startswith("U ") else "a"


@router.get("/catalogue", response=Catalogue)
def catalogue(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Ways to begin a step, kinds of outline and fit; starters; materials."""
    return Catalogue(
        steps=_entries(),
        outlines=[OutlineInfo(kind=k.kind, title=k.title) for k in OUTLINES.values()],
        fits=[
            FitInfo(
                kind=k.kind,
                way=number,
                title=way.title,
                about=_about(k),
                also=list(way.also),
                roles=list(k.roles),
                on_a=k.on_a,
                on_b=k.on_b,
                makes_b=k.makes_b,
            )
            for k in FITS.values()
            for number, way in enumerate(k.ways())
        ],
        starters=[_starter(one) for one in starters().values()],
        materials=list(MATERIALS),
        felt=list(FELT),
        feels=list(FEELS),
        functions=list(FUNCTIONS),
        colours=list(COLOURS),
        moves=[
            MoveInfo(
                word=word,
                name=NAMES.get(word, word),
                group=group,
                form=FORMS[word][0],
                example=FORMS[word][1],
                about=SAYS[word],
            )
            for word, group in GROUPS.items()
        ],
        cannot=[
            CannotInfo(
                title=one.title, says=one.says, also=list(one.also), nearest=list(one.nearest)
            )
            for one in CANNOT
        ],
    )
