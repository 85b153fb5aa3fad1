"""What there is to choose from."""

from __future__ import annotations

from collections.abc import Iterable

from django.http import HttpRequest
from ninja import Router

from core.fits import FITS
from core.measures.evaluate import FUNCTIONS
from core.process import MATERIALS
from core.process.learning import FELT
from core.project.demo import STARTERS
from core.steps import OUTLINES, STEPS, Field
from workshop.api.shapes import Catalogue, FieldInfo, KindInfo, Starter

router = Router()


def _fields(fields: Iterable[Field]) -> list[FieldInfo]:
    return [
        FieldInfo(
            name=f.name,
            kind=f.kind,
            label=f.label,
            default=f.default,
            choices=list(f.choices),
            hint=f.hint,
        )
        for f in fields
    ]


@router.get("/catalogue", response=Catalogue)
def catalogue(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Kinds of step, outline and fit, with their fields; starters; materials."""
    return Catalogue(
        steps=[
            KindInfo(
                kind=k.kind,
                title=k.title,
                also=list(k.also),
                fields=_fields(k.fields),
                has_outline=k.has_outline,
                has_place=k.has_place,
                has_stations=k.has_stations,
            )
            for k in STEPS.values()
            if k.offered
        ],
        outlines=[
            KindInfo(kind=k.kind, title=k.title, also=[], fields=_fields(k.fields))
            for k in OUTLINES.values()
        ],
        fits=[
            KindInfo(
                kind=k.kind,
                title=k.title,
                also=list(k.also),
                fields=_fields(k.fields),
                roles=list(k.roles),
                on_a=k.on_a,
                on_b=k.on_b,
                makes_b=k.makes_b,
                feel=k.feel,
            )
            for k in FITS.values()
        ],
        starters=[Starter(name=n, title=s.title, about=s.about) for n, s in STARTERS.items()],
        materials=list(MATERIALS),
        felt=list(FELT),
        functions=list(FUNCTIONS),
    )
