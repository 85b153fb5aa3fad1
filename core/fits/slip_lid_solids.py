"""The pieces of a slip lid: lip, neck and cavity, each with its lead-in."""

from __future__ import annotations

from core.fits.registry import FitInput
from core.fits.slip_lid_fields import SlipLidFields
from core.fits.slip_lid_sizes import Sizes
from core.outlines import Outline, flatten, offset_outline, segment_counts
from core.outlines.combine import reversed_segment
from core.outlines.loop import Loop
from core.solids import Body, Frame, Prism, Section, prism_body, stack
from core.solids.stack import Polygons
from core.steps.state import Mouth

ROOM_MM = 1.0  # how far a cutter reaches past what it cuts


def _ring(outer: Outline, inner: Outline) -> Outline:
    inside = tuple(reversed_segment(segment) for segment in reversed(inner.outer.segments))
    return Outline(outer.outer, (Loop(inside),))


def lip(given: FitInput, mouth: Mouth, sizes: Sizes) -> Body:
    """The lip: a ring on the rim, its outer edge bevelled so that the lid finds it."""
    its = given.read(SlipLidFields)
    lead, height = its.lead_in_mm, its.engagement_mm
    outer = offset_outline(mouth.outer, -sizes.lip)
    ring = _ring(outer, mouth.inner)
    counts = segment_counts(ring)
    hole = flatten(ring, "inside", counts)[0][1]

    def at(inset: float) -> Polygons:
        moved = Outline(offset_outline(outer, -inset).outer)
        return [flatten(moved, "inside", counts[:1])[0][0], hole]

    names = [["lip outside"] * len(at(0.0)[0]), ["lip inside"] * len(hole)]
    sink = min(mouth.depth, ROOM_MM) / 2  # rooted below the rim, so that both are one solid
    stations = [Section(-sink, at(0.0))]
    if lead > 0 and lead < height:
        stations.append(Section(height - lead, at(0.0), "lip lead-in"))
        stations.append(Section(height, at(lead)))
    elif lead > 0:
        stations = [
            Section(-sink, at(0.0), "lip root"),
            Section(0.0, at(0.0), "lip lead-in"),
            Section(height, at(lead)),
        ]
    else:
        stations.append(Section(height, at(0.0)))
    # The hole is where the base's own hollow is; the lip's inside must not narrow it.
    return stack(stations, names, given.fit, "lip root", "lip top").moved(mouth.frame.matrix)


def neck_cutter(given: FitInput, mouth: Mouth, sizes: Sizes) -> Body:
    """Turns the top of the base in by what the base gives way under a cap."""
    neck = offset_outline(mouth.outer, -sizes.lip)
    low, high = sizes.low, ROOM_MM
    around = prism_body(
        Prism(Frame(), offset_outline(mouth.outer, ROOM_MM), low, high),
        given.fit,
        "outside",
        bottom="shoulder",
        top="shoulder",
    )
    counts = segment_counts(neck)
    polygons, _ = flatten(neck, "inside", counts)
    names = [["lip outside"] * len(polygons[0])]
    core = stack(
        [Section(low - ROOM_MM, polygons), Section(high + ROOM_MM, polygons)], names, given.fit
    )
    return (around - core).moved(mouth.frame.matrix)


def neck_chamfer(given: FitInput, mouth: Mouth, sizes: Sizes) -> Body:
    """The lead-in on the base's outer top edge, under a cap."""
    its = given.read(SlipLidFields)
    lead = its.lead_in_mm
    if lead == 0:
        return Body(type(prism_body(Prism(Frame(), mouth.outer, 0, 1), given.fit).solid)())
    neck = offset_outline(mouth.outer, -sizes.lip)
    counts = segment_counts(neck)
    names = [["lip lead-in"] * len(flatten(neck, "inside", counts)[0][0])]
    frustum = stack(
        [
            Section(-lead, flatten(neck, "inside", counts)[0]),
            Section(0.0, flatten(offset_outline(neck, -lead), "inside", counts)[0]),
        ],
        names,
        given.fit,
    )
    around = prism_body(
        Prism(Frame(), offset_outline(mouth.outer, ROOM_MM), -lead, 0.0), given.fit, "outside"
    )
    return (around - frustum).moved(mouth.frame.matrix)


def cavity(given: FitInput, mouth: Mouth, sizes: Sizes) -> Body:
    """What is hollow in the lid, with a lead-in at its mouth."""
    its = given.read(SlipLidFields)
    lead = its.lead_in_mm
    inside = offset_outline(mouth.outer, -sizes.skirt)
    counts = segment_counts(inside)

    def at(outset: float) -> Polygons:
        return flatten(offset_outline(inside, outset), "outside", counts)[0]

    depth = sizes.ceiling - sizes.low
    names = [["skirt inside"] * len(at(0.0)[0])]
    stations = [Section(depth, at(0.0))]
    if lead > 0:
        stations.insert(0, Section(lead, at(0.0)))
        stations.insert(0, Section(0.0, at(lead), "skirt lead-in"))
        stations.insert(0, Section(-ROOM_MM, at(lead), "skirt lead-in"))
    else:
        stations.insert(0, Section(-ROOM_MM, at(0.0)))
    return stack(stations, names, given.fit, "skirt mouth", "ceiling")
