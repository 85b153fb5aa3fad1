"""What makers ask for that cannot be made here, and the nearest thing that can."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Cannot:
    """Something there is none of: what is said of it, words that find it, and words that find the
    nearest things there are."""

    title: str
    says: str
    also: tuple[str, ...]
    nearest: tuple[str, ...]


CANNOT: tuple[Cannot, ...] = (
    Cannot(
        "No springs",
        "no coil or leaf spring is made; an arm that bends is a clip",
        ("spring", "coil", "leaf spring", "flexure"),
        ("snap fit",),
    ),
    Cannot(
        "No lattices",
        "walls are solid or hollow; a face is perforated all over with holes",
        ("lattice", "infill", "gyroid", "honeycomb", "mesh structure"),
        ("perforate",),
    ),
    Cannot(
        "No living hinges",
        "a thin bending strip breaks along its layers; a knuckle hinge is printed in place",
        ("living hinge", "bending strip", "film hinge"),
        ("pin hinge", "snap hinge"),
    ),
    Cannot(
        "No scaling",
        "a part is sized by its measures: change one and all that is told by it follows",
        ("scale", "enlarge", "shrink", "percent"),
        (),
    ),
    Cannot(
        "No freeform surfaces",
        "no surface is pushed about by hand; outlines are lofted, turned or swept",
        ("sculpt", "spline", "nurbs", "freeform", "subdivision", "surface"),
        ("funnel", "lathe", "along a path"),
    ),
)
