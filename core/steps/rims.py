"""What fillet and chamfer share: corners of an outline, its rims, and chosen edges.

A rim is cut away rather than rebuilt, so what other steps added elsewhere stays as it is.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from core.errors import BuildError
from core.measures.units import length
from core.outlines import Outline, chamfer_corners, offset_outline, round_corners
from core.outlines.flatten import flatten, segment_counts
from core.solids import Body, Frame, Prism, Rim, Section, prism_body, stack, triangle_mesh
from core.solids.edge_sections import Shape
from core.solids.edges import meet
from core.solids.finishing import NamedEdge, finished_by_name
from core.solids.prism import RimShape, rims_fit
from core.steps.edge_list import read_edges
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind
from core.steps.state import Feature, PartState, did, something_left

FOOT_ROOT_MM = 0.2  # how deep a foot is rooted in its face
NEIGHBOURS = 1e-3  # of what is due: more taken off than that was something else's
PROUD_MM = 1.0  # how far a rim cutter reaches past the body it trims
WHERE = (
    "top rim",
    "bottom rim",
    "both rims",
    "inner rim",
    "hole rim",
    "foot",
    "corners",
    "chosen edges",
)
CHOSEN = "chosen edges"


@dataclass(frozen=True, slots=True)
class EdgesFields(Fields):
    """What is set of finished edges."""

    size_mm: float
    where: Literal[
        "top rim",
        "bottom rim",
        "both rims",
        "inner rim",
        "hole rim",
        "foot",
        "corners",
        "chosen edges",
    ]
    edges: str
    body: str


class FinishedEdges(StepKind):
    """What fillet and chamfer share: they differ in the shape they leave."""

    finishes_edges = True

    shape: ClassVar[RimShape]
    edge_shape: ClassVar[Shape]
    word: ClassVar[str]

    def begins(
        self, state: PartState, frame: Frame, words: Mapping[str, str]
    ) -> Mapping[str, float | str]:
        """Rims are those of a raised outline: of anything else edges are pressed."""
        return {} if state.is_raised else {"where": CHOSEN}

    def other_leg(self, given: StepInput, size: float) -> float:
        """How far it goes on the second of the two faces, mm."""
        return size

    def build(self, given: StepInput) -> PartState:
        its = given.read(EdgesFields)
        size, where = its.size_mm, its.where
        if where == CHOSEN:
            return self._chosen(given, size)
        if where == "hole rim":
            return self._hole(given, size)
        feature = given.state.prism(its.body)
        if where == "foot":
            return self._foot(given, feature, size)
        if where == "corners":
            return self._corners(given, feature, size)
        if where == "inner rim":
            return self._inner(given, size)
        return self._outer(given, feature, size, where)

    def _chosen(self, given: StepInput, size: float) -> PartState:
        """Chains of edges where two named faces meet, each with a size of its own if it has one."""
        its = given.read(EdgesFields)
        wanted = read_edges(its.edges)
        if not wanted:
            raise BuildError("no edge is chosen yet", remedy="press one on the stage")
        other = self.other_leg(given, size)
        made = finished_by_name(
            given.state.solid(),
            [
                NamedEdge(
                    edge.one,
                    edge.other,
                    edge.size_mm or size,
                    None if edge.size_mm else other,
                    edge.near,
                )
                for edge in wanted
            ],
            self.edge_shape,
            given.step,
        )
        something_left(made.body)
        feature = Feature(given.step, quantities={"edges": length(made.along)})
        return given.state.made(made.body, did(feature, made.acts))

    def _corners(self, given: StepInput, feature: Feature, size: float) -> PartState:
        prism = feature.prism
        assert prism is not None
        if not prism.outline.outer.corners():
            raise BuildError(
                f"'{feature.step}' has no sharp corners to {self.word}",
                remedy="an outline with corners, or edges chosen by pressing them",
            )
        cut = round_corners if self.shape == "fillet" else chamfer_corners
        rounded = prism.with_outline(cut(prism.outline, size))
        before, drawn = given.state.solid(), prism_body(rounded, given.step)
        cutter = _around(prism, given.step) - drawn
        body = before - cutter
        acts: tuple[tuple[str, Body], ...] = (("cut", cutter),)
        due = prism_body(prism, given.step).volume_mm3 - drawn.volume_mm3
        if before.volume_mm3 - body.volume_mm3 > due * (1 + NEIGHBOURS):
            # something stands on its sides: only the edges between them are finished
            mesh = triangle_mesh(before)
            wanted = [
                NamedEdge(a, b, size)
                for a, b in _corner_edges(feature)
                if a in mesh.faces and b in mesh.faces and meet(mesh, a, b)
            ]
            made = finished_by_name(before, wanted, self.edge_shape, given.step)
            body, acts = made.body, made.acts
        own = did(Feature(given.step), acts)
        return given.state.made(body, replace(feature, prism=rounded), own)

    def _outer(self, given: StepInput, feature: Feature, size: float, where: str) -> PartState:
        prism = feature.prism
        assert prism is not None
        rim = Rim(self.shape, size)
        top = where in ("top rim", "both rims")
        bottom = where in ("bottom rim", "both rims")
        shaped = replace(
            prism,
            top_rim=rim if top else prism.top_rim,
            bottom_rim=rim if bottom else prism.bottom_rim,
        )
        rims_fit(shaped)
        if feature.tool is not None and feature.tool is given.state.body:
            # Nothing has happened to the body since it was raised: raise it anew, rims and all.
            names = {"top rim": top, "bottom rim": bottom}
            own = tuple((name, given.step) for name, finished in names.items() if finished)
            before = tuple(
                other
                for source in feature.tool.sources.values()
                for other in source.others
                if not names.get(other[0])
            )
            body = _owned(prism_body(shaped, feature.step), own + before)
            raised = replace(feature, prism=shaped, tool=body)
            return given.state.made(body, raised, Feature(given.step))
        cutter = rim_cutter(prism, rim, given.step, top, bottom)
        body = given.state.solid() - cutter
        if abs(body.volume_mm3 - given.state.solid().volume_mm3) < 1e-9:
            raise BuildError(
                f"the {where} of '{feature.step}' is no longer there",
                remedy="put this before the step that takes it away",
            )
        finish = did(Feature(given.step), (("cut", cutter),))
        return given.state.made(body, replace(feature, prism=shaped), finish)

    def _hole(self, given: StepInput, size: float) -> PartState:
        """The mouth of a hole or pocket widened; the piece is kept so that copies can follow."""
        its = given.read(EdgesFields)
        feature = _recessed(given.state, its.body)
        recess = feature.recess
        assert recess is not None and feature.tool is not None
        if size > recess.depth + 1e-9:
            raise BuildError(
                f"a {size:g} mm {self.word} does not fit: the hole is {recess.depth:.4g} mm deep",
                remedy=f"at most {recess.depth:.4g} mm",
            )
        flare = _flare(recess.frame, recess.outline, Rim(self.shape, size), given.step)
        body = something_left(given.state.solid() - flare)
        whole = Feature(given.step, tool=feature.tool + flare, mode="cut")
        return given.state.made(body, whole)

    def _foot(self, given: StepInput, feature: Feature, size: float) -> PartState:
        """Material round the foot of a raised body, where it stands on a face."""
        prism = feature.prism
        assert prism is not None
        if size > prism.high - prism.low:
            raise BuildError(
                f"a {size:g} mm {self.word} does not fit: the body is "
                f"{prism.high - prism.low:.4g} mm high",
                remedy=f"at most {prism.high - prism.low:.4g} mm",
            )
        counts = segment_counts(prism.outline)
        _, sides = flatten(prism.outline, "inside", counts)
        # a chamfer turned over is itself; a hollow round stands out by r(1 − sin a) at r(1 − cos a)
        out_up = [(size, 0.0), (0.0, size)]
        if self.shape == "fillet":
            pieces = len(Rim("fillet", size).profile())
            turns = [math.pi / 2 * i / pieces for i in range(pieces + 1)]
            out_up = [(size * (1 - math.sin(t)), size * (1 - math.cos(t))) for t in turns]
        sections = [
            Section(
                prism.low + up,
                flatten(offset_outline(prism.outline, out), "inside", counts)[0],
                "foot",
            )
            for out, up in out_up
        ]
        root = Section(prism.low - FOOT_ROOT_MM, sections[0].polygons, "foot")
        collar = stack([root, *sections], sides, given.step).moved(prism.frame.matrix)
        body = given.state.solid() + collar
        return given.state.made(body, did(Feature(given.step), (("add", collar),)))

    def _inner(self, given: StepInput, size: float) -> PartState:
        _, mouth = given.state.mouth()
        if size > mouth.wall + 1e-9:
            raise BuildError(
                f"a {size:g} mm {self.word} does not fit: the wall is {mouth.wall:.4g} mm thick",
                remedy=f"at most {mouth.wall:.4g} mm",
            )
        if size > mouth.depth + 1e-9:
            raise BuildError(
                f"a {size:g} mm {self.word} does not fit: the hollow is {mouth.depth:.4g} mm deep",
                remedy=f"at most {mouth.depth:.4g} mm",
            )
        flare = _flare(mouth.frame, mouth.inner, Rim(self.shape, size), given.step)
        body = given.state.solid() - flare
        return given.state.made(body, Feature(given.step))


def _corner_edges(feature: Feature) -> list[tuple[tuple[str, str], tuple[str, str]]]:
    """The upright edges of a raised outline, as the two sides that meet there."""
    assert feature.prism is not None
    found = []
    for loop in feature.prism.outline.loops:
        names = [segment.name for segment in loop.segments]
        found += [
            ((feature.step, one), (feature.step, other))
            for one, other in zip(names, [*names[1:], names[0]], strict=True)
            if one != other
        ]
    return found


def _owned(body: Body, others: tuple[tuple[str, str], ...]) -> Body:
    """A body some of whose faces belong to other steps."""
    kept = {
        key: replace(source, others=source.others + others) for key, source in body.sources.items()
    }
    return Body(body.solid, kept)


def rim_cutter(prism: Prism, rim: Rim, step: str, top: bool, bottom: bool) -> Body:
    """Rings that take a prism's rims down to shape, made without a boolean.

    Each ring fills what stands between the finished rim and a wall ``PROUD_MM`` further out.
    """
    counts = segment_counts(prism.outline)
    _, sides = flatten(prism.outline, "inside", counts)
    widest = prism.outline if prism.lean >= 0 else prism.outline_at(prism.high)
    outer, outer_sides = flatten(offset_outline(widest, PROUD_MM), "outside")
    names = [outer_sides[0], *[["rim"] * len(names) for names in sides]]

    def station(z: float, inset: float, band: str) -> Section:
        at = min(max(z, prism.low), prism.high)
        rings = flatten(prism.outline_at(at, inset), "inside", counts)[0]
        return Section(z, [outer[0], *[ring[::-1] for ring in rings]], band)

    rings: list[Body] = []
    profile = rim.profile()
    deepest = profile[-1][0]
    if top:
        sections = [station(prism.high - depth, inset, "top rim") for inset, depth in profile]
        rings.append(stack([*sections, station(prism.high + PROUD_MM, deepest, "")], names, step))
    if bottom:
        sections = [station(prism.low + depth, inset, "bottom rim") for inset, depth in profile]
        rings.append(
            stack(
                [station(prism.low - PROUD_MM, deepest, "bottom rim"), *sections[::-1]], names, step
            )
        )
    ring = rings[0] if len(rings) == 1 else rings[0] + rings[1]
    return ring if prism.frame == Frame() else ring.moved(prism.frame.matrix)


def _around(prism: Prism, step: str) -> Body:
    """A block that holds the prism with room at its sides, flush with neither end."""
    wider = replace(
        prism,
        draft_deg=0.0,
        outline=offset_outline(prism.outline, PROUD_MM),
        bottom_rim=Rim(),
        top_rim=Rim(),
    )
    return prism_body(wider, step, "outside")


def _recessed(state: PartState, reference: str) -> Feature:
    """The hole or pocket named, or the latest one."""
    found = [f for f in state.features.values() if f.recess is not None]
    if reference:
        found = [f for f in found if f.step == reference]
    if not found:
        named = f"'{reference}' is no hole" if reference else "there is no hole or pocket here"
        raise BuildError(named, remedy="a hole step, or an outline cut downwards")
    return found[-1]


def _flare(frame: Frame, inner: Outline, rim: Rim, step: str) -> Body:
    """A cutter that widens an opening from its wall out to the face."""
    counts = segment_counts(inner)
    _, sides = flatten(inner, "outside", counts)
    sections = []
    for inset, depth in rim.profile():
        outline = offset_outline(inner, inset)
        sections.append(Section(-depth, flatten(outline, "outside", counts)[0], "inner rim"))
    sections.append(Section(PROUD_MM, sections[-1].polygons))
    return stack(sections, sides, step).moved(frame.matrix)


def size_fields(label: str, default: str) -> tuple[Field, ...]:
    """The fields of a step that finishes edges: how much, and which edges."""
    return (
        Field("size", "length", label, default, above=0),
        Field("where", "choice", "where", "top rim", WHERE),
        Field("edges", "edges", "edges", "", when=(("where", (CHOSEN,)),)),
        Field("body", "step", "of step", "", clause=", of {body}", unless=(("where", (CHOSEN,)),)),
    )
