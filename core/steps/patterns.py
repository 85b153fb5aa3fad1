"""Patterns: the piece that a step added or cut, again and again.

Counts include the original. Copies that fall on each other are merged and said to be.
"""

from __future__ import annotations

import math
from abc import abstractmethod
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import ClassVar, Literal

import numpy as np
from manifold3d import Manifold, Mesh64, OpType
from numpy.typing import NDArray

from core.errors import BuildError
from core.limits import check_copies
from core.solids import Body, Frame
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures, StepInput, StepKind, register
from core.steps.state import Feature, PartState, something_left

LEFT_MM2 = 1e-3
MEETS_MM3 = 1e-6  # a copy that shares less with the part does not meet it
OF = Field("of", "step", "of step", "", among="piece", empty="the latest piece")
WITH = Field("with", "steps", "together with", "", among="piece", clause=", together with {with}")
Matrix = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class RepeatedFields(Fields):
    """What is set of whatever copies: the step, and those that are copied with it."""

    of: str
    with_: str


def shift(x: float, y: float, z: float) -> Matrix:
    """A move as a (3, 4) matrix.

    >>> shift(1, 2, 3)[:3, 3].tolist()
    [1.0, 2.0, 3.0]
    """
    return np.column_stack([np.eye(3), [x, y, z]])


def turn_about(frame: Frame, angle_deg: float) -> Matrix:
    """A turn about a frame's z axis as a (3, 4) matrix.

    >>> np.round(turn_about(Frame(), 90) @ [1, 0, 0, 1], 9).tolist()
    [0.0, 1.0, 0.0]
    """
    axis = np.array(frame.z_axis)
    angle = math.radians(angle_deg)
    skew = np.array([[0, -axis[2], axis[1]], [axis[2], 0, -axis[0]], [-axis[1], axis[0], 0]])
    rotation = np.eye(3) + math.sin(angle) * skew + (1 - math.cos(angle)) * (skew @ skew)
    origin = np.array(frame.origin)
    return np.column_stack([rotation, origin - rotation @ origin])


def repeated(given: StepInput, moves: Sequence[Matrix]) -> PartState:
    """The state with copies of what some steps did under every move (the original's own left out),
    each added, cut or kept in common as it was."""
    check_copies(len(moves))
    features = _repeats(given)
    before = given.state.solid()
    if not moves:
        return given.state.made(before, Feature(given.step))
    body = before
    done: list[tuple[str, Body]] = []
    missed: tuple[tuple[float, float, float], ...] = ()
    for feature in features:
        for mode, piece in feature.acts:
            copies = [piece.solid.transform(move) for move in moves]
            body, all_of_them = _acted(body, mode, piece, copies)
            done.append((mode, all_of_them))
            if feature is features[0] and piece is feature.tool and mode != "common":
                missed = _missed(before, body, copies, _spots(feature, moves), mode)
    (mode, tool), *rest = done
    return given.state.made(
        body, Feature(given.step, tool=tool, mode=mode, also=tuple(rest), missed=missed)
    )


def _repeats(given: StepInput) -> list[Feature]:
    """The step to be repeated, and those that are repeated with it."""
    its = given.read(RepeatedFields)
    found = [given.state.tool(its.of)]
    for name in its.with_.split(","):
        if name.strip() and name.strip() != found[0].step:
            found.append(given.state.tool(name.strip()))
    return found


def _acted(body: Body, mode: str, piece: Body, copies: list[Manifold]) -> tuple[Body, Body]:
    """The body with copies of a piece added, cut or kept in common; and all of them, the first
    included."""
    if mode == "common":
        # what is common to all of them: each copy keeps no more than itself
        for copy in copies:
            body = body & Body(copy, piece.sources)
        if body.is_empty:
            raise BuildError(
                "the copies have nothing in common with the part",
                remedy="copies that lie over the part, or add or cut instead",
            )
        return body, piece
    tools = Body(_together(copies), piece.sources)
    body = body - tools if mode == "cut" else body + tools
    return something_left(body, "fewer copies"), tools + piece


def spot_of(feature: Feature) -> NDArray[np.float64]:
    """Where the piece of a step stands: on its axis, at its mouth, or its middle, mm."""
    assert feature.tool is not None
    if feature.recess is not None:
        return np.array(feature.recess.frame.origin)
    if feature.axis is not None:
        return np.array(feature.axis.origin)
    box = np.array(feature.tool.bounds)
    return np.asarray((box[:3] + box[3:]) / 2)


def _spots(feature: Feature, moves: Sequence[Matrix]) -> list[NDArray[np.float64]]:
    own = spot_of(feature)
    return [move[:, :3] @ own + move[:, 3] for move in moves]


def _missed(
    before: Body,
    body: Body,
    copies: list[Manifold],
    spots: list[NDArray[np.float64]],
    mode: str,
) -> tuple[tuple[float, float, float], ...]:
    """Where copies stand that met no material: cuts in air, pieces that stand on nothing."""
    found = []
    boxes = np.array([copy.bounding_box() for copy in copies])
    low, high = np.array(before.bounds[:3]), np.array(before.bounds[3:])
    left = _left_of(body, copies)
    whole = np.array([float(copy.surface_area()) for copy in copies])
    # what a cut leaves of its own faces it left in material; a piece that stands free keeps all
    met = left > LEFT_MM2 if mode == "cut" else left < whole - LEFT_MM2
    for copy, box, spot, known in zip(copies, boxes, spots, met, strict=True):
        if known:
            continue
        near = (box[:3] <= high + 1e-6).all() and (box[3:] >= low - 1e-6).all()
        if not near or float((copy ^ before.solid).volume()) < MEETS_MM3:
            found.append((copy, spot))
    if mode != "cut" and found:
        # one may stand on another that is carried: only what is apart from the part is in air
        pieces = body.solid.decompose()
        main = max(pieces, key=lambda piece: float((piece ^ before.solid).volume()))
        found = [(c, at) for c, at in found if float((c ^ main).volume()) < MEETS_MM3]
    return tuple((float(x), float(y), float(z)) for _, (x, y, z) in found)


def _left_of(body: Body, copies: list[Manifold]) -> NDArray[np.float64]:
    """The area of each copy's own faces that a solid has, mm²: its triangles tell which original
    they come of, and how that was moved. O(triangles)."""
    mesh = body.solid.to_mesh64()
    corners = np.asarray(mesh.vert_properties, dtype=np.float64)[:, :3][
        np.asarray(mesh.tri_verts, dtype=np.int64)
    ]
    crosses = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    areas = np.concatenate([[0.0], np.cumsum(np.linalg.norm(crosses, axis=1) / 2)])
    ends = np.asarray(mesh.run_index, dtype=np.int64) // 3
    found: dict[tuple[int, bytes], float] = {}
    for run, name in enumerate(_runs_of(mesh)):
        own = float(areas[ends[run + 1]] - areas[ends[run]])
        found[name] = found.get(name, 0.0) + own
    names = [set(_runs_of(copy.to_mesh64())) for copy in copies]
    return np.array([sum(found.get(name, 0.0) for name in own) for own in names])


def _runs_of(mesh: Mesh64) -> list[tuple[int, bytes]]:
    """Which original each run of triangles comes of, and how it was moved."""
    moved = np.round(np.asarray(mesh.run_transform, dtype=np.float64), 5) + 0.0
    return [(int(of), at.tobytes()) for of, at in zip(mesh.run_original_id, moved, strict=True)]


def _together(copies: list[Manifold]) -> Manifold:
    """Copies as one solid: laid side by side where none can touch another, else united."""
    boxes = np.array([copy.bounding_box() for copy in copies])
    low, high = boxes[:, :3], boxes[:, 3:]
    meets = (low[:, None] <= high[None] + 1e-6).all(axis=2) & (
        low[None] <= high[:, None] + 1e-6
    ).all(axis=2)
    if int(meets.sum()) == len(copies):
        return Manifold.compose(copies)
    return Manifold.batch_boolean(copies, OpType.Add)


def distinct(moves: Sequence[Matrix]) -> list[Matrix]:
    """Moves without those that stay put and without repeats.

    >>> len(distinct([shift(0, 0, 0), shift(5, 0, 0), shift(5, 0, 0)]))
    1
    """
    kept: dict[tuple[float, ...], Matrix] = {}
    stay = tuple(np.round(shift(0, 0, 0), 6).ravel())
    for move in moves:
        key = tuple(np.round(move, 6).ravel() + 0.0)
        if key != stay:
            kept.setdefault(key, move)
    return list(kept.values())


def in_air(given: StepInput, after: PartState) -> tuple[str, ...]:
    """Words on copies that met no material."""
    feature = after.features[given.step]
    if not feature.missed:
        return ()
    count = "a copy meets" if len(feature.missed) == 1 else f"{len(feature.missed)} copies meet"
    x, y, z = feature.missed[0]
    where = f"at {given.told(x, False)}, {given.told(y, False)}, {given.told(z)}"
    first = "" if len(feature.missed) == 1 else "the first "
    return (f"{count} no material, {first}{where}",)


class Pattern(StepKind):
    """What patterns share: they differ in where the copies go."""

    noun: ClassVar[str] = "places"

    @abstractmethod
    def moves(self, given: StepInput) -> list[Matrix]:
        """Every place, the original's included."""

    def build(self, given: StepInput) -> PartState:
        return repeated(given, distinct(self.moves(given)))

    def says(self, given: StepInput, after: PartState) -> str:
        asked = self.moves(given)
        apart = len(distinct(asked)) + 1
        merged = len(asked) - apart
        told = f"{apart} in all, the first included"
        lost = len(after.features[given.step].missed)
        if lost:
            told = f"{told}; {apart - lost} met the part"
        return f"{told}; {merged} fall on others and are merged" if merged > 0 else told

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        return in_air(given, after)


def _whole(count: float) -> int:
    check_copies(count)
    return round(count)


@dataclass(frozen=True, slots=True)
class LinearPatternFields(RepeatedFields):
    """What is set of a row."""

    count: float
    spacing_mm: float
    direction: Literal["right", "back", "up"]
    angle_deg: float


@register
class LinearPattern(Pattern):
    """A piece copied in a row, so many times and so far apart."""

    kind = "row"
    rank = 46
    title = "Repeat in a row"
    also = ("copy", "repeat", "row", "pattern", "array", "copies")
    fields = (
        OF,
        WITH,
        Field("count", "count", "count", "3", least=1),
        Field("spacing", "length", "spacing", "10 mm"),
        Field("direction", "choice", "towards", "right", ("right", "back", "up")),
        Field("angle", "angle", "turned", "0 deg", clause=", the row turned {angle}"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Repeat {of} {count} times in a row, {spacing} apart towards the {direction}"

    def moves(self, given: StepInput) -> list[Matrix]:
        its = given.read(LinearPatternFields)
        axis = {"right": (1.0, 0.0, 0.0), "back": (0.0, 1.0, 0.0), "up": (0.0, 0.0, 1.0)}
        x, y, z = axis[its.direction]
        lean = math.radians(its.angle_deg)
        x, y = x * math.cos(lean) - y * math.sin(lean), x * math.sin(lean) + y * math.cos(lean)
        pitch = its.spacing_mm
        return [
            shift(x * pitch * i, y * pitch * i, z * pitch * i) for i in range(_whole(its.count))
        ]

    def cures(self, given: StepInput, after: PartState) -> Cures:
        met = _whole(given.read(LinearPatternFields).count) - len(after.features[given.step].missed)
        return (("count", str(met), f"{met} of them"),) if met > 1 else ()


@dataclass(frozen=True, slots=True)
class CircularPatternFields(RepeatedFields):
    """What is set of a round."""

    count: float
    angle_deg: float


@register
class CircularPattern(Pattern):
    """A piece copied round an axis, evenly over a turn or a part of one."""

    kind = "round"
    rank = 46
    title = "Repeat round an axis"
    also = ("round the axis", "circular pattern", "polar", "spokes", "bolt circle")
    has_place = True
    fields = (
        OF,
        WITH,
        Field("count", "count", "count", "6", least=1),
        Field("angle", "angle", "over", "360 deg"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Repeat {of} {count} times round the axis, over {angle}"

    def moves(self, given: StepInput) -> list[Matrix]:
        its = given.read(CircularPatternFields)
        count, angle = _whole(its.count), its.angle_deg
        whole = abs(abs(angle) - 360) < 1e-9
        pitch = angle / count if whole else angle / max(count - 1, 1)
        return [turn_about(given.frame, pitch * i) for i in range(count)]


@dataclass(frozen=True, slots=True)
class GridPatternFields(RepeatedFields):
    """What is set of a grid."""

    columns: float
    rows: float
    across_mm: float
    back_mm: float
    stagger: Literal["in line", "staggered"]


@register
class GridPattern(Pattern):
    """A piece copied in rows and columns, in line or staggered."""

    kind = "grid"
    rank = 46
    title = "Repeat in a grid"
    also = ("grid", "rows and columns")
    fields = (
        OF,
        WITH,
        Field("columns", "count", "columns", "3", least=1),
        Field("rows", "count", "rows", "2", least=1),
        Field("across", "length", "spacing to the right", "10 mm"),
        Field("back", "length", "spacing to the back", "10 mm"),
        Field("stagger", "choice", "rows", "in line", ("in line", "staggered")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "Repeat {of} in {columns} columns {across} apart and {rows} rows {back} apart,"
            " {stagger}"
        )

    def moves(self, given: StepInput) -> list[Matrix]:
        its = given.read(GridPatternFields)
        across, back = its.across_mm, its.back_mm
        check_copies(its.rows, its.columns)
        half = across / 2 if its.stagger == "staggered" else 0.0
        return [
            shift(column * across + (half if row % 2 else 0.0), row * back, 0.0)
            for row in range(_whole(its.rows))
            for column in range(_whole(its.columns))
        ]


@dataclass(frozen=True, slots=True)
class RoundAndUpFields(RepeatedFields):
    """What is set of rings."""

    count: float
    rings: float
    spacing_mm: float
    stagger: Literal["in line", "staggered"]


@register
class RoundAndUp(Pattern):
    """Round an axis in several rings: holes all over a tube."""

    kind = "rings"
    rank = 46
    title = "Repeat in rings up an axis"
    also = ("rings", "holes round a tube")
    has_place = True
    fields = (
        OF,
        WITH,
        Field("count", "count", "round", "12", least=1),
        Field("rings", "count", "rings", "4", least=1),
        Field("spacing", "length", "ring spacing", "10 mm"),
        Field("stagger", "choice", "rings", "in line", ("in line", "staggered")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return (
            "Repeat {of} {count} times round the axis in {rings} rings {spacing} apart, {stagger}"
        )

    def moves(self, given: StepInput) -> list[Matrix]:
        its = given.read(RoundAndUpFields)
        count, rings = _whole(its.count), _whole(its.rings)
        check_copies(count, rings)
        pitch, lift = 360 / count, its.spacing_mm
        half = pitch / 2 if its.stagger == "staggered" else 0.0
        axis = np.array(given.frame.z_axis)
        found = []
        for ring in range(rings):
            for place in range(count):
                move = turn_about(given.frame, pitch * place + (half if ring % 2 else 0.0))
                move[:, 3] += axis * lift * ring
                found.append(move)
        return found
