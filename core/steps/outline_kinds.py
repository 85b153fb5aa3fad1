"""The outlines a step can ask for by name, with their fields and their words."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from core import outlines
from core.errors import BuildError
from core.outlines import Outline
from core.outlines.traced import scaled
from core.steps.field import Field
from core.steps.state import PartState

Numbers = Mapping[str, float]
Words = Mapping[str, str]


@dataclass(frozen=True)
class OutlineKind:
    """One kind of outline: fields, the words it reads as, and how it is made."""

    kind: str
    title: str
    fields: tuple[Field, ...]
    sentence: str
    make: Callable[[Numbers, Words, PartState], Outline]
    also: tuple[str, ...] = ()


def _rectangle(numbers: Numbers, words: Words, state: PartState) -> Outline:
    corner = numbers["corners"]
    _not_negative("corner radius", corner)
    return outlines.rectangle(numbers["width"], numbers["depth"], (corner,) if corner else ())


CORNERS = ("front_left", "front_right", "back_right", "back_left")


def _rectangle_by_corners(numbers: Numbers, words: Words, state: PartState) -> Outline:
    radii = tuple(numbers[name] for name in CORNERS)
    for radius in radii:
        _not_negative("corner radius", radius)
    return outlines.rectangle(numbers["width"], numbers["depth"], radii)


def _polygon(numbers: Numbers, words: Words, state: PartState) -> Outline:
    _not_negative("corner radius", numbers["corners"])
    return outlines.regular_polygon(
        round(numbers["sides"]), numbers["across"], words["measured"], numbers["corners"]
    )


def _not_negative(name: str, value: float) -> None:
    if value < 0:
        raise BuildError(f"the {name} is {value:g} mm", remedy="nought or more")


def _section(kind: str) -> OutlineKind:
    return OutlineKind(
        f"{kind} section",
        f"{kind} section",
        (
            Field("width", "length", "width", "20 mm"),
            Field("height", "length", "height", "30 mm"),
            Field("thickness", "length", "thickness", "3 mm"),
            Field("corners", "length", "corner radius", "0", least=0, clause=", corners {corners}"),
        ),
        f"{'an' if kind == 'L' else 'a'} {kind} section {{width}} × {{height}}, {{thickness}} thick",
        lambda n, *_: outlines.section(kind, n["width"], n["height"], n["thickness"], n["corners"]),
    )


def _followed(numbers: Numbers, words: Words, state: PartState) -> Outline:
    """The outline of an earlier step, grown or shrunk."""
    feature = state.prism(words["of"])
    assert feature.prism is not None
    return outlines.offset_outline(feature.prism.outline, numbers["by"])


def _traced(numbers: Numbers, words: Words, state: PartState) -> Outline:
    found = traced_outlines(words["drawing"], numbers["width"])
    if len(found) > 1:
        raise BuildError(
            f"the drawing holds {len(found)} separate shapes",
            remedy="use the step 'Traced drawing raised or cut', which takes them all",
        )
    return found[0]


def traced_outlines(path: str, width: float) -> list[Outline]:
    """The shapes of a drawing centred on the origin; ``width`` nought keeps it as drawn."""
    if width < 0:
        raise BuildError(f"the width is {width:g} mm", remedy="nought keeps it as drawn")
    loops = outlines.read_path(path)
    found = outlines.outlines_in(loops)
    boxes = [outline.bounds for outline in found]
    low_x, low_y = min(b[0] for b in boxes), min(b[1] for b in boxes)
    high_x, high_y = max(b[2] for b in boxes), max(b[3] for b in boxes)
    if width:
        factor = width / (high_x - low_x)
        loops = scaled(loops, factor)
        low_x, low_y, high_x, high_y = (v * factor for v in (low_x, low_y, high_x, high_y))
        found = outlines.outlines_in(loops)
    return [o.moved(-(low_x + high_x) / 2, -(low_y + high_y) / 2) for o in found]


def _moves(numbers: Numbers, words: Words, state: PartState) -> Outline:
    made = outlines.outline_of(outlines.read_moves(words["moves"], outlines.plain_value))
    if outlines.crosses_itself(made):
        raise BuildError("the outline crosses itself")
    return made


OUTLINES: dict[str, OutlineKind] = {
    kind.kind: kind
    for kind in (
        OutlineKind(
            "circle",
            "circle",
            (Field("diameter", "length", "diameter", "30 mm"),),
            "a circle {diameter} across",
            lambda numbers, *_: outlines.circle(numbers["diameter"]),
            ("disc", "cylinder", "round bar", "rod"),
        ),
        OutlineKind(
            "rectangle",
            "rectangle",
            (
                Field("width", "length", "width, left to right", "40 mm"),
                Field("depth", "length", "depth, front to back", "30 mm"),
                Field(
                    "corners", "length", "corner radius", "0", least=0, clause=", corners {corners}"
                ),
            ),
            "a rectangle {width} × {depth}",
            _rectangle,
            ("block", "cube", "plate", "box shape", "prism"),
        ),
        OutlineKind(
            "rectangle by corners",
            "rectangle, corner by corner",
            (
                Field("width", "length", "width, left to right", "40 mm"),
                Field("depth", "length", "depth, front to back", "30 mm"),
                Field("front_left", "length", "front left corner", "6 mm"),
                Field("front_right", "length", "front right corner", "6 mm"),
                Field("back_right", "length", "back right corner", "0"),
                Field("back_left", "length", "back left corner", "0"),
            ),
            "a rectangle {width} × {depth}, its corners {front_left} and {front_right} in front, "
            "{back_right} and {back_left} behind",
            _rectangle_by_corners,
        ),
        OutlineKind(
            "polygon",
            "regular polygon",
            (
                Field("sides", "count", "number of sides", "6"),
                Field("across", "length", "size across", "30 mm"),
                Field("measured", "choice", "measured across", "flats", ("flats", "corners")),
                Field(
                    "corners", "length", "corner radius", "0", least=0, clause=", corners {corners}"
                ),
            ),
            "a polygon of {sides} sides, {across} across {measured}",
            _polygon,
            ("hexagon", "hex", "octagon", "triangle"),
        ),
        OutlineKind(
            "slot",
            "slot, an oval with straight sides",
            (
                Field("length", "length", "length over all", "40 mm"),
                Field("width", "length", "width", "20 mm"),
            ),
            "an oval {length} × {width}",
            lambda numbers, *_: outlines.slot(numbers["length"], numbers["width"]),
        ),
        OutlineKind(
            "ring",
            "ring",
            (
                Field("outside", "length", "outside diameter", "30 mm"),
                Field("inside", "length", "inside diameter", "20 mm"),
            ),
            "a ring {outside} outside, {inside} inside",
            lambda n, *_: outlines.ring(n["outside"], n["inside"]),
            ("tube", "pipe", "bush"),
        ),
        OutlineKind(
            "window",
            "window between two circles, a sector",
            (
                Field("outside", "length", "outer diameter", "60 mm"),
                Field("inside", "length", "inner diameter", "30 mm"),
                Field("angle", "angle", "width as an angle", "40 deg"),
                Field("corners", "length", "corner radius", "2 mm"),
            ),
            "a window between circles of {inside} and {outside}, {angle} wide, corners {corners}",
            lambda n, *_: outlines.sector_window(
                n["outside"], n["inside"], n["angle"], n["corners"]
            ),
            ("sector", "window", "spokes"),
        ),
        OutlineKind(
            "pillow",
            "pillow: corner circles joined by bulging sides",
            (
                Field("width", "length", "width over the corners", "60 mm"),
                Field("depth", "length", "depth over the corners", "40 mm"),
                Field("corners", "length", "corner radius", "8 mm"),
                Field("bulge", "length", "bulge of the sides", "4 mm"),
            ),
            "a pillow {width} × {depth}, corners {corners}, sides bulging {bulge}",
            lambda n, *_: outlines.pillow(n["width"], n["depth"], n["corners"], n["bulge"]),
        ),
        *(_section(kind) for kind in "LUTZ"),
        OutlineKind(
            "moves",
            "outline told as moves",
            (Field("moves", "moves", "moves", "right 40 mm, up 20 mm, left ?, down ?"),),
            "the outline {moves}",
            _moves,
            ("sketch", "outline", "profile", "draw", "half profile"),
        ),
        OutlineKind(
            "followed",
            "outline of an earlier step, grown or shrunk",
            (
                Field("of", "step", "of step", "", among="raised", empty="the first body"),
                Field("by", "length", "grown by, below nought shrunk", "0-2 mm"),
            ),
            "the outline of {of} grown by {by}",
            _followed,
            ("offset", "inset", "larger outline"),
        ),
        OutlineKind(
            "traced",
            "traced outline from SVG or DXF",
            (
                Field("drawing", "drawing", "drawing", ""),
                Field(
                    "width",
                    "length",
                    "width, nought as drawn",
                    "0",
                    least=0,
                    clause=", {width} wide (nought is as drawn)",
                ),
            ),
            "the traced outline {drawing}",
            _traced,
            ("import", "drawing", "logo"),
        ),
    )
}
