"""Steps and fits read aloud: plain text and the pieces that can be edited in place.

What is set stands in the sentence; what is left alone is told apart, clause by clause, to be set.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache

from core.errors import CoreError
from core.fits import FITS
from core.measures.display import length_text
from core.project.fields import MORE_FIELDS, STATION_FIELDS, typed_texts
from core.project.options import (
    Option,
    Surroundings,
    feature_owner,
    option_now,
    options_of,
    told_from_middle,
    told_when_asked,
)
from core.project.placing import PLACE_FIELDS, place_fields, place_texts
from core.project.resolve import Typed
from core.project.results import FitResult, StepResult
from core.project.schema import OutlineSpec, Place
from core.solids import Frame
from core.steps import OUTLINES, STEPS, Field
from core.steps.field import filled, told_with
from core.views.report import ErrorView, FieldView, OptionView, Piece

_PIECE = re.compile(r"{([\w.]+)}")


def error_view(error: CoreError | None) -> ErrorView | None:
    """An error as the screen shows it.

    >>> error_view(None) is None, error_view(CoreError("too deep", remedy="2 mm")).remedy
    (True, '2 mm')
    """
    if error is None:
        return None
    return ErrorView(
        message=error.message, where=error.where, position=error.position, remedy=error.remedy
    )


def pieces(sentence: str) -> list[Piece]:
    """A sentence with ``{field}`` marks cut into its pieces.

    >>> [(piece.text, piece.field) for piece in pieces("Hole {diameter} across")]
    [('Hole ', ''), ('', 'diameter'), (' across', '')]
    """
    found: list[Piece] = []
    for index, text in enumerate(_PIECE.split(sentence)):
        if index % 2:
            found.append(Piece(field=text))
        elif text:
            found.append(Piece(text=text))
    return found


def field_view(
    path: str,
    spec: Field,
    text: str | None,
    typed: Typed | None,
    around: Surroundings,
    prefix: str = "",
    default: str | None = None,
    empty: str = "",
) -> FieldView:
    """A field as typed, with what it comes to and what it may be set to."""
    default = default_text(spec.default if default is None else default, spec, around)
    more = told_when_asked(spec) and not around.in_full
    set_to = default if text is None else text
    found = option_now(spec, around, set_to, empty) if more else options_of(spec, around, empty)
    return FieldView(
        path=path,
        name=prefix + spec.name,
        label=spec.label,
        kind=spec.kind,
        text=set_to,
        typed=text is not None,
        default=default,
        value=typed.value if typed else None,
        shown=typed.shown if typed else "",
        formula=typed.formula if typed else "",
        options=[_option_view(one) for one in found],
        more=more,
        hint=spec.hint,
        error=error_view(typed.error) if typed else None,
    )


@lru_cache(maxsize=20_000)
def _option_view(option: Option) -> OptionView:
    """The same options stand in field after field, edit after edit."""
    return OptionView(value=option.value, words=option.words)


_PLAIN_MM = re.compile(r"(\d+(?:\.\d+)?) mm")


def default_text(default: str, spec: Field, around: Surroundings) -> str:
    """A default as it reads in the project's unit."""
    plain = _PLAIN_MM.fullmatch(default)
    if spec.kind == "length" and plain and around.project.units == "in":
        return length_text(float(plain[1]), "in")
    return default


def field_views(
    path: str,
    specs: Sequence[Field],
    values: Mapping[str, str],
    typed: Mapping[str, Typed],
    around: Surroundings,
    prefix: str = "",
) -> list[FieldView]:
    """Every field of a step, outline, place or fit."""
    words = filled(specs, values)
    return [
        field_view(
            f"{path}.{spec.name}",
            spec,
            values.get(spec.name),
            typed.get(prefix + spec.name),
            around,
            prefix,
            spec.default_in(words),
        )
        for spec in specs
    ]


@dataclass
class _Aloud:
    """A sentence as it is put together, and the clauses left out of it."""

    said: str = ""
    left: list[str] = field(default_factory=list)

    def add(
        self, sentence: str, specs: Sequence[Field], values: Mapping[str, str], prefix: str = ""
    ) -> None:
        """A sentence with the clauses of what is set, its fields marked under a prefix."""
        said, left = told_with(sentence, specs, set(values), filled(specs, values))
        self.said += _marked(said, prefix)
        self.left += [_marked(clause, prefix) for clause in left]

    def more(self) -> list[list[Piece]]:
        return [pieces(clause.removeprefix(", ")) for clause in self.left]


def _marked(text: str, prefix: str) -> str:
    return _PIECE.sub(lambda match: "{" + prefix + match.group(1) + "}", text)


def _outline_aloud(spec: OutlineSpec, prefix: str) -> _Aloud:
    """An outline read aloud with all that is joined with it."""
    kind = OUTLINES.get(spec.kind)
    told = _Aloud()
    if kind is None:
        told.said = f"an unknown outline '{spec.kind}'"
        return told
    told.add(kind.sentence, kind.fields, spec.fields, prefix)
    for index, further in enumerate(spec.more):
        own = f"{prefix}more{index}."
        inner = _outline_aloud(further.outline, f"{own}outline.")
        told.said += f", {{{own}mode}} " + inner.said
        told.left += inner.left
        rest = MORE_FIELDS[1:]
        told.add("", rest, typed_texts(further), own)
    return told


def outline_field_views(
    path: str, spec: OutlineSpec, typed: Mapping[str, Typed], around: Surroundings, prefix: str
) -> list[FieldView]:
    """Every field of an outline and of all that is joined with it."""
    kind = OUTLINES.get(spec.kind)
    if kind is None:
        return []
    views = field_views(f"{path}.fields", kind.fields, spec.fields, typed, around, prefix)
    for index, further in enumerate(spec.more):
        at, own = f"{path}.more.{index}", f"{prefix}more{index}."
        views += field_views(at, MORE_FIELDS, typed_texts(further), typed, around, own)
        views += outline_field_views(
            f"{at}.outline", further.outline, typed, around, f"{own}outline."
        )
    return views


def place_field_views(
    path: str,
    place: Place | None,
    typed: Mapping[str, Typed],
    around: Surroundings,
    prefix: str,
    empty: str = "",
    whole_face: bool = False,
) -> list[FieldView]:
    """Every field of a place: the face, the distances across it and what they are told from."""
    texts = place_texts(place)
    fields = place_fields(place, whole_face)
    views = []
    for spec in fields:
        nothing = told_from_middle(spec.name) if spec.kind == "from" else empty
        views.append(
            field_view(
                f"{path}.{spec.name}",
                spec,
                texts.get(spec.name),
                typed.get(prefix + spec.name),
                around,
                prefix,
                empty=nothing,
            )
        )
    return [
        view.model_copy(update={"beside": f"{path}.{spec.beside}"}) if spec.beside else view
        for spec, view in zip(fields, views, strict=True)
    ]


def on_face(around: Surroundings, place: Place | None) -> Surroundings:
    """The surroundings with the face that a place is on."""
    on = place.on if place else ""
    if not on:
        return replace(around, face=Frame(), owner="")
    feature = feature_owner(around.state, on)
    if feature is not None:
        face = feature.places[on.rpartition(".")[2]]
        return replace(around, face=face, owner=feature.step)
    return around


def step_aloud(result: StepResult) -> tuple[list[Piece], list[list[Piece]]]:
    """A step read aloud, and the clauses of what is left alone."""
    step = result.step
    kind = STEPS.get(step.kind)
    if kind is None:
        return [Piece(text=f"A step of an unknown kind, '{step.kind}'")], []
    told = _Aloud()
    told.add(kind.sentence(filled(kind.fields, step.fields)), kind.fields, step.fields)
    if kind.has_outline and step.outline:
        outline = _outline_aloud(step.outline, "outline.")
        told.said = told.said.replace("{outline}", outline.said)
        told.left = outline.left + told.left
    if kind.has_stations:
        stations = _Aloud()
        for index, station in enumerate(step.stations):
            inner = _outline_aloud(station.outline, f"s{index}.outline.")
            stations.said += ", to " + inner.said
            stations.left += inner.left
            stations.add(", {up} up", STATION_FIELDS, typed_texts(station), f"s{index}.")
        told.said = told.said.replace("{stations}", stations.said)
        told.left += stations.left
    if kind.has_place:
        # the face is always told; on the bed, nothing across it need be
        fields = place_fields(step.place, kind.stands_by_its_piece)
        told.add(", on {on}", fields, place_texts(step.place), "place.")
    return pieces(told.said), told.more()


def plain_sentence(sentence: Sequence[Piece], fields: Sequence[FieldView]) -> str:
    """A sentence as plain text."""
    by_name = {one.name: one for one in fields}

    def said(piece: Piece) -> str:
        view = by_name.get(piece.field)
        if not piece.field or view is None:
            return piece.text
        words = {option.value: option.words for option in view.options}
        if view.kind in ("faces", "steps"):
            return " and ".join(words.get(one.strip(), one.strip()) for one in view.text.split(","))
        return words.get(view.text, view.text)

    return "".join(said(piece) for piece in sentence)


def fit_aloud(result: FitResult) -> tuple[list[Piece], list[list[Piece]]]:
    """A fit read aloud, and the clauses of what is left alone."""
    kind = FITS.get(result.fit.kind)
    if kind is None:
        return [Piece(text=f"A fit of an unknown kind, '{result.fit.kind}'")], []
    told = _Aloud()
    fields = result.fit.fields
    told.add(kind.sentence(filled(kind.fields, fields)), kind.fields, fields)
    return pieces(told.said), told.more()


def fit_places(result: FitResult, around: Surroundings) -> tuple[list[Piece], list[list[Piece]]]:
    """Where a fit stands on its parts, read aloud, and what is left alone."""
    kind = FITS.get(result.fit.kind)
    told = _Aloud()
    if kind is None:
        return [], []
    for which, stands, part in (
        ("place_a", kind.on_a, result.fit.parts[0]),
        ("place_b", kind.on_b, result.fit.parts[1]),
    ):
        if not stands:
            continue
        joined = "; " if told.said else ""
        sentence = f"{joined}on {{on}} of {around.part_words(part)}"
        told.add(sentence, PLACE_FIELDS, place_texts(getattr(result.fit, which)), f"{which}.")
    return pieces(told.said), told.more()
