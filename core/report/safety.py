"""What can hurt someone, for what a project is meant for: said with the rule, never passed.

The rules are named from memory. Nothing here declares anything safe.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from core.project.cache import MEASURED, content_key
from core.project.results import FitResult, PartResult, Solution
from core.proof.edges import SHARP_DEG, SharpEdge, SharpPoint, sharp_edges, sharp_points
from core.proof.finding import Finding
from core.proof.gaps import corner_gap, smallest_gap
from core.proof.small_part import is_small_part
from core.report.judging import judge_small_part
from core.report.measuring import mesh_of
from core.report.motion import pose_at
from core.steps import PartState

ASK = "that is for local rules and a qualified person to say"
WARM_MARGIN_C = 10.0  # a part sags well before it softens. common practice, no source
ROD_MM, ROD_LET_MM = 5.0, 12.0  # ISO 8124-1, EN 71-1 (1/2 in in ASTM F963), from memory
NEAR_AXIS_MM = 15.0  # how far from a hinge's axis its line is looked at
POSES = 9
LOADED = ("screw", "clip", "axle", "strap", "captive")


def find_safety(solution: Solution) -> list[Finding]:
    """Findings for a toy, for food, for warmth and for load, as the project says it is used."""
    use = solution.project.use
    made = [
        part
        for part in solution.parts.values()
        if part.state.body is not None and not part.part.bought
    ]
    found: list[Finding] = []
    for part in made:
        if use.toy:
            found += [*_small(part), *_sharp(part)]
        if use.warm_c is not None:
            found += _warmth(part, solution, use.warm_c)
    if use.toy:
        for fit in solution.fits.values():
            a, b = (solution.parts[name].state for name in fit.fit.parts)
            found += _hinge_line(fit, a, b)
    if use.food and made:
        found.append(
            Finding(
                "food", "warning",
                "touches food: the grooves between layers hold bacteria, and neither the filament's "
                "colour nor the nozzle's brass is known to be fit for food. 21 CFR 174-178 and "
                f"Regulation (EC) 1935/2004 speak of it; {ASK}", unit="",
            )
        )  # fmt: skip
    if use.load and made:
        found += _load(solution)
    return found


def _small(part: PartResult) -> list[Finding]:
    mesh = mesh_of(part.state)
    small = MEASURED.get(content_key("small", part.state.key), lambda: is_small_part(mesh.vertices))
    return [replace(finding, part=part.part.name) for finding in judge_small_part(small)]


def _sharp(part: PartResult) -> list[Finding]:
    mesh = mesh_of(part.state)

    def look() -> tuple[list[SharpEdge], list[SharpPoint]]:
        return sharp_edges(mesh), sharp_points(mesh)

    edges, points = MEASURED.get(content_key("sharp", part.state.key), look)
    found = []
    if edges:
        edge = edges[0]
        total = sum(one.length_mm for one in edges)
        step, face = mesh.faces[edge.faces[0]]
        words = (
            f"{total:.0f} mm of edges sharper than {SHARP_DEG:.0f}°, the sharpest {edge.angle_deg:.0f}° "
            f"at {face}; 16 CFR 1500.49 and ISO 8124-1 test edges. Whether it cuts, {ASK}"
        )
        found.append(
            Finding(
                "sharp edge", "warning", words, edge.angle_deg, SHARP_DEG, "°", at=edge.at,
                ends=edge.ends, part=part.part.name, step=step,
            )
        )  # fmt: skip
    if points:
        point = points[0]
        count = "a point" if len(points) == 1 else f"{len(points)} points"
        words = (
            f"{count}, the sharpest within {point.angle_deg:.0f}°; 16 CFR 1500.48 and ISO 8124-1 "
            f"test points. Whether it pricks, {ASK}"
        )
        found.append(
            Finding(
                "sharp point", "warning", words, point.angle_deg, None, "°", at=point.at,
                part=part.part.name,
            )
        )  # fmt: skip
    return found


def _warmth(part: PartResult, solution: Solution, warm_c: float) -> list[Finding]:
    stuff = solution.project.process.stuff(part.part.material)
    if stuff.softens_c is None or warm_c < stuff.softens_c - WARM_MARGIN_C:
        return []
    soft = warm_c >= stuff.softens_c
    words = (
        f"{stuff.name} softens at about {stuff.softens_c:g} °C; at {warm_c:g} °C it "
        + ("goes soft" if soft else "sags under load")
        + " (data sheets, from memory)"
    )
    return [
        Finding(
            "heat", "stop" if soft else "warning", words, warm_c, stuff.softens_c - WARM_MARGIN_C,
            "°C", part=part.part.name,
        )
    ]  # fmt: skip


def _hinge_line(fit: FitResult, a: PartState, b: PartState) -> list[Finding]:
    """The gap beside a hinge over its range: one that lets a 5 mm rod in must let 12 mm in."""
    meeting = fit.meeting
    if meeting is None or meeting.motion is None or meeting.motion.way != "turn":
        return []
    if a.body is None or b.body is None:
        return []
    motion = meeting.motion
    key = content_key("hinge line", fit.fit.name, a.key, b.key, meeting.pose, motion)

    def look() -> list[tuple[float, tuple[float, float, float]]]:
        own = _beside(a, fit, np.eye(3, 4))
        other = _beside(b, fit, meeting.pose.matrix)
        if not len(own) or not len(other):
            return []
        places = [pose_at(fit, float(at)) for at in np.linspace(motion.low, motion.high, POSES)]
        turned = [other @ pose[:, :3].T + pose[:, 3] for pose in places]
        if all(corner_gap(own, there).distance_mm < ROD_MM for there in turned):
            return []  # no rod gets in anywhere
        gaps = [smallest_gap(own, there) for there in turned]
        return [(gap.distance_mm, gap.on_a) for gap in gaps]

    gaps = MEASURED.get(key, look)
    if not gaps:
        return []
    least, most = min(gaps), max(gaps)
    if least[0] >= ROD_LET_MM or most[0] < ROD_MM:
        return []
    words = (
        f"beside the hinge the gap goes from {least[0]:.1f} to {most[0]:.1f} mm as it turns: what "
        f"lets a {ROD_MM:g} mm rod in must let {ROD_LET_MM:g} mm in (ISO 8124-1, EN 71-1, ASTM "
        f"F963), or it pinches fingers. Whether a toy may have it, {ASK}"
    )
    return [
        Finding(
            "hinge line", "warning", words, least[0], ROD_LET_MM, at=most[1],
            part=fit.fit.parts[0], fit=fit.fit.name,
        )
    ]  # fmt: skip


def _beside(state: PartState, fit: FitResult, pose: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
    """A part's own triangles (n, 3, 3) near the hinge's axis, without the hinge itself."""
    assert fit.meeting is not None and fit.meeting.motion is not None
    mesh = mesh_of(state)
    axis = fit.meeting.motion.axis.matrix
    ids, made_by = mesh.steps()
    of_hinge = np.array([step == fit.fit.name for step in ids])
    there = mesh.vertices @ pose[:, :3].T + pose[:, 3] - axis[:, 3]
    along = there @ axis[:, 2]
    off = np.linalg.norm(there - along[:, None] * axis[:, 2], axis=1)
    near = (off[mesh.triangles] < NEAR_AXIS_MM).any(axis=1) & ~of_hinge[made_by]
    return np.asarray(mesh.corners[near])


def _load(solution: Solution) -> list[Finding]:
    holds = sorted({fit.fit.kind for fit in solution.fits.values() if fit.fit.kind in LOADED})
    what = f"; it hangs on {', '.join(holds)} fits" if holds else ""
    words = (
        "someone relies on it under load" + what + ". Printed layers part at a fraction of the "
        "material's strength, and creep under a steady load; no number here is a proof. Test to "
        f"several times the load out of harm's way; {ASK}"
    )
    return [Finding("load", "warning", words, unit="")]
