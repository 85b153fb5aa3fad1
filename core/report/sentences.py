"""Steps and fits read aloud: plain text and the pieces that can be edited in place."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence

from core.errors import CoreError
from core.fits import FITS
from core.project.fields import MORE_FIELDS
from core.project.resolve import Typed
from core.project.results import FitResult, StepResult
from core.project.schema import OutlineSpec
from core.report.models import ErrorView, FieldView, Piece
from core.steps import OUTLINES, STEPS, Field

_PIECE = re.compile(r"{([\w.]+)}")


def error_view(error: CoreError | None) -> ErrorView | None:
    """An error as the screen shows it."""
    if error is None:
        return None
    return ErrorView(
        message=error.message, where=error.where, position=error.position, remedy=error.remedy
    )


def pieces(sentence: str) -> list[Piece]:
    """A sentence with ``{field}`` marks cut into its pieces."""
    found: list[Piece] = []
    for index, text in enumerate(_PIECE.split(sentence)):
        if index % 2:
            found.append(Piece(field=text))
        elif text:
            found.append(Piece(text=text))
    return found


def field_view(
    path: str, spec: Field, text: str | None, typed: Typed | None, prefix: str = ""
) -> FieldView:
    """A field as typed, with what it comes to."""
    return FieldView(
        path=path,
        name=prefix + spec.name,
        label=spec.label,
        kind=spec.kind,
        text=spec.default if text is None else text,
        typed=text is not None,
        value=typed.value if typed else None,
        shown=typed.shown if typed else "",
        formula=typed.formula if typed else "",
        choices=list(spec.choices),
        hint=spec.hint,
        error=error_view(typed.error) if typed else None,
    )


def field_views(
    path: str,
    specs: Sequence[Field],
    values: Mapping[str, str],
    typed: Mapping[str, Typed],
    prefix: str = "",
) -> list[FieldView]:
    """Every field of a step, outline, place or fit."""
    return [
        field_view(
            f"{path}.{spec.name}",
            spec,
            values.get(spec.name),
            typed.get(prefix + spec.name),
            prefix,
        )
        for spec in specs
    ]


def outline_words(spec: OutlineSpec, prefix: str) -> str:
    """An outline read aloud with all that is joined with it, ``{field}`` marks under a prefix."""
    kind = OUTLINES.get(spec.kind)
    if kind is None:
        return f"an unknown outline '{spec.kind}'"
    told = _PIECE.sub(lambda match: "{" + prefix + match.group(1) + "}", kind.sentence)
    for index, further in enumerate(spec.more):
        own = f"{prefix}more{index}."
        told += f", {{{own}mode}} " + outline_words(further.outline, f"{own}outline.")
        told += f" at {{{own}x}} right {{{own}y}} up"
        told += f" turned {{{own}turn}}" if further.turn not in ("0", "") else ""
    return told


def outline_field_views(
    path: str, spec: OutlineSpec, typed: Mapping[str, Typed], prefix: str
) -> list[FieldView]:
    """Every field of an outline and of all that is joined with it."""
    kind = OUTLINES.get(spec.kind)
    if kind is None:
        return []
    views = field_views(f"{path}.fields", kind.fields, spec.fields, typed, prefix)
    for index, further in enumerate(spec.more):
        at, own = f"{path}.more.{index}", f"{prefix}more{index}."
        texts = further.model_dump(include={"mode", "x", "y", "turn"})
        views += field_views(at, MORE_FIELDS, texts, typed, own)
        views += outline_field_views(f"{at}.outline", further.outline, typed, f"{own}outline.")
    return views


def _stations(result: StepResult) -> str:
    """The further outlines of a step, each with its height."""
    told = ""
    for index, station in enumerate(result.step.stations):
        named = outline_words(station.outline, f"s{index}.outline.")
        told += f", to {named}, {{s{index}.up}} up"
        told += f", {{s{index}.x}} right" if station.x not in ("0", "") else ""
        told += f", {{s{index}.y}} back" if station.y not in ("0", "") else ""
        told += f", turned {{s{index}.turn}}" if station.turn not in ("0", "") else ""
    return told


PLACE_ON = Field("on", "name", "on", "", hint="a face of an earlier step, as body.top")


def step_sentence(result: StepResult) -> list[Piece]:
    """A step read aloud."""
    kind = STEPS.get(result.step.kind)
    if kind is None:
        return [Piece(text=f"A step of an unknown kind, '{result.step.kind}'")]
    words = {spec.name: spec.default for spec in kind.fields} | dict(result.step.fields)
    sentence = kind.sentence(words)
    if kind.has_outline and result.step.outline:
        told = outline_words(result.step.outline, "outline.")
        sentence = sentence.replace("{outline}", told)
    sentence = sentence.replace("{stations}", _stations(result))
    place = result.step.place
    if kind.has_place and place and place.on:
        sentence += ", on {place.on}"
        moved = [
            f"{{place.{name}}} {words}"
            for name, words in (("x", "right"), ("y", "up"), ("out", "out"))
            if getattr(place, name) not in ("0", "")
        ]
        if moved:
            sentence += ", " + ", ".join(moved)
        if place.turn not in ("0", ""):
            sentence += ", turned {place.turn}"
    if words.get("body"):
        sentence += " of {body}"
    return pieces(sentence)


def fit_sentence(result: FitResult) -> list[Piece]:
    """A fit read aloud."""
    kind = FITS.get(result.fit.kind)
    if kind is None:
        return [Piece(text=f"A fit of an unknown kind, '{result.fit.kind}'")]
    words = {spec.name: spec.default for spec in kind.fields} | dict(result.fit.fields)
    return pieces(kind.sentence(words))


def fit_places(result: FitResult) -> list[Piece]:
    """Where a fit stands on its parts, read aloud."""
    kind = FITS.get(result.fit.kind)
    if kind is None:
        return []
    told = []
    for which, stands, part in (
        ("place_a", kind.on_a, result.fit.parts[0]),
        ("place_b", kind.on_b, result.fit.parts[1]),
    ):
        if not stands:
            continue
        place = getattr(result.fit, which)
        words = f"on {{{which}.on}} of {part.replace('_', ' ')}"
        if place is None and which == "place_b":
            words = f"{part.replace('_', ' ')} stands at {{{which}.on}}"
        for name, said in (("x", "right"), ("y", "up"), ("out", "out")):
            if place is not None and place.on:
                words += f", {{{which}.{name}}} {said}"
        if place is not None and place.turn not in ("0", ""):
            words += f", turned {{{which}.turn}}"
        told.append(words)
    return pieces("; ".join(told))
