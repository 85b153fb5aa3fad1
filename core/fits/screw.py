"""Screw: bolt and nut, screw cap, tapped hole. The gap is square to the flanks and measured there.

A radial offset r opens a flank by r·sin(half angle)·cos(lead angle) only, so the side that gives
way moves its flanks along the axis until the gap asked for stands between them, and crest and
root by as much as they need to clear.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from core.errors import BuildError
from core.fits.pieces import (
    box,
    disc,
    finished,
    not_negative,
    positive,
    raised,
    seated,
    upright_cut,
)
from core.fits.registry import (
    Begun,
    FitInput,
    FitKind,
    Meeting,
    Motion,
    Pair,
    Probe,
    SectionView,
    Stacked,
    WallLeft,
    WorkingLine,
    register,
)
from core.fits.screw_fields import ScrewFields, modelled, sides
from core.fits.screw_held import cautions, engages, holds
from core.outlines import regular_polygon
from core.solids import Body, Frame
from core.steps.field import Field
from core.steps.state import PartState
from core.steps.thread import BELOW_MM, Run, inside_thread, outside_thread, shafts_of
from core.threads import Opening, Thread, read_thread
from core.threads.series import SUGGESTED, printed_thread_for
from core.threads.strength import (
    full_depth_mm,
    most_gap_mm,
)

MAKES = ("hexagon nut", "round cap", "tapped hole only")
FLANK_TRUTH_MM = 0.03
LEAST_ACROSS_MM = 6.0


def _is_hollow(body: Body, frame: Frame) -> bool:
    """Whether a shaft is open at its end: its middle is air there."""
    local = body.solid.transform(frame.into)
    middle = [np.asarray(loop) for loop in local.slice(-BELOW_MM).to_polygons()]
    return not sum(_winds(loop) for loop in middle)


def _winds(loop: NDArray[np.float64]) -> int:
    """How often a loop goes round the origin."""
    angles = np.arctan2(loop[:, 1], loop[:, 0])
    steps = np.diff(np.append(angles, angles[0]))
    turned = (steps + math.pi) % (2 * math.pi) - math.pi
    return round(float(turned.sum()) / (2 * math.pi))


@register
class Screw(FitKind):
    """A thread outside on one part, inside on the other."""

    kind = "screw"
    is_round = True
    bears_load = True
    title = "Screw: bolt and nut, cap, tapped hole"
    also = ("cap", "screw cap", "jar", "bottle cap", "bolt", "nut", "bolt and nut", "thread")
    roles = ("bolt", "nut")
    on_a = True
    on_b = True
    feel = "free"
    fields = (
        Field(
            "designation",
            "text",
            "thread",
            "print 24x4",
            hint="M12x1.5, 1/4-20 UNC, Tr20x4, print 24x4",
            suggests=SUGGESTED,
            measured=True,
        ),
        Field("long", "length", "length on the bolt", "14 mm"),
        Field("engaged", "length", "length in the nut", "10 mm"),
        Field("screwed", "length", "screwed on by", "10 mm"),
        Field("makes", "choice", "the other part is a", "hexagon nut", MAKES),
        Field(
            "wall",
            "length",
            "wall round the thread",
            "3 mm",
            unless=(("makes", ("tapped hole only",)),),
        ),
        Field("plate", "length", "plate of a cap", "2 mm", when=(("makes", ("round cap",)),)),
        Field("grips", "count", "grips round a cap", "18", when=(("makes", ("round cap",)),)),
        Field("start", "length", "start", "0", clause=", starting {start} outside the face"),
        Field("lead_in", "length", "lead-in chamfer", "1 mm"),
        Field(
            "run_out",
            "length",
            "run-out on the bolt",
            "0",
            clause=", run-out {run_out} on the bolt",
        ),
        Field(
            "relief",
            "length",
            "relief groove on the bolt",
            "0",
            clause=", relief {relief} on the bolt",
        ),
        Field("starts", "count", "starts", "1", clause=", {starts} starts"),
        Field("hand", "choice", "hand", "right", ("right", "left")),
        Field(
            "drawn",
            "choice",
            "drawn",
            "in full",
            ("in full", "as a mark only"),
            clause=", drawn {drawn}",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = ScrewFields.typed(words)
        told = (
            "Thread {designation}, {long} long on the bolt and {engaged} in the nut, screwed on by"
            " {screwed}; the other part is a {makes}"
        )
        if its.makes != "tapped hole only":
            told += ", wall {wall}"
        if its.makes == "round cap":
            told += ", plate {plate}, {grips} grips"
        return told + "; lead-in {lead_in}, {hand} hand"

    def begins(self, a: PartState, b: PartState | None) -> Begun | None:
        """Round the shaft that ends highest: a neck with its rim, a rod. A hollow one gets a
        cap.
        """
        if b is not None:
            return None
        for place, frame, shaft in shafts_of(a):
            if 2 * shaft.radius_mm < LEAST_ACROSS_MM:
                continue
            across = 2 * shaft.radius_mm
            fields: dict[str, float | str] = {"designation": printed_thread_for(across)}
            if _is_hollow(a.solid(), frame):
                fields["makes"] = "round cap"
            return Begun(place, "", {}, {}, fields)
        return None

    def calls_b(self, fields: Mapping[str, float | str]) -> str:
        return "cap" if fields.get("makes") == "round cap" else self.roles[1]

    def most_gap(self, words: Mapping[str, str], gives_way: str) -> float | None:
        """As much play as leaves half the depth of thread engaged."""
        its, text = ScrewFields.typed(words), words.get("starts", "")
        starts = int(text) if text.strip().isdigit() else 1
        thread = read_thread(its.designation, starts, its.hand == "left")
        return most_gap_mm(thread, {"inner": 1.0, "outer": 0.0}.get(gives_way, 0.5))

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(ScrewFields)
        thread, bolt, _ = sides(given)
        positive(given, long="length on the bolt", engaged="length in the nut")
        not_negative(
            given,
            start="start",
            lead_in="lead-in",
            run_out="run-out",
            relief="relief",
            screwed="length screwed on",
        )
        if its.screwed_mm > its.engaged_mm and its.makes == "round cap":
            raise BuildError(
                "a cap cannot be screwed on further than its thread is deep",
                remedy=f"at most {its.engaged_mm:g} mm",
            )
        run = Run(its.long_mm, its.start_mm, its.lead_in_mm, its.run_out_mm, its.relief_mm)
        body = outside_thread(
            given.a.solid(), given.frame_a, thread, bolt, given.fit, run, modelled(given)
        )
        return finished(
            given,
            PartState(given.a.part, body, given.a.features, given.a.key),
            major=thread.major,
            pitch=thread.pitch,
        )

    def build_b(self, given: FitInput) -> PartState:
        its = given.read(ScrewFields)
        thread, _, nut = sides(given)
        state = given.b
        frame = given.frame_b
        if its.makes != "tapped hole only":
            body = _blank(given, thread, nut, frame)
            state = finished(given, state, add=[body])
        elif state.body is None:
            raise BuildError(
                f"'{state.part}' has no solid yet to tap",
                remedy="begin it, or let the fit make a nut or a cap",
            )
        run = Run(its.engaged_mm, its.start_mm, its.lead_in_mm)
        body = inside_thread(state, frame, thread, nut, given.fit, run, modelled(given))
        places = {"mouth": frame, "back": frame.lifted(-_blank_height(given)).facing_back()}
        kept = PartState(state.part, body, given.b.features, state.key)
        return finished(given, kept, places=places, bore=2 * nut.root, major=2 * nut.crest)

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(ScrewFields)
        thread, bolt, nut = sides(given)
        gap = given.gap_mm
        screwed = its.screwed_mm
        turns = screwed / thread.lead
        hand = -1.0 if thread.left_hand else 1.0
        # the nut's mouth looks at the bolt: turned over about x, then on by the turns it has taken
        face = Frame(
            given.frame_a.point(0, 0, -screwed), given.frame_a.x_axis, _minus(given.frame_a.z_axis)
        )
        face = face.turned(hand * 360 * turns)
        meets = min(screwed, its.engaged_mm, its.long_mm)
        middle = -meets / 2
        half = thread.major / 2
        window = min(2.2 * thread.pitch, meets / 2)
        section = SectionView(
            upright_cut(given.frame_a),
            (bolt.root - 1.6, middle - window),
            (half + min(its.wall_mm, 3.0) + 1.0, middle + window),
            (Probe("side", (bolt.root - 0.2, _crest_height(thread, middle)), (1.0, 0.0)),),
            (
                ("bolt", bolt.root - 0.8, middle),
                ("nut", half + min(its.wall_mm, 3.0) / 2 + 0.6, middle),
            ),
        )
        errors = given.process.errors
        return Meeting(
            seated(face, given.frame_b),
            _pairs(given, bolt, nut),
            section,
            _working(given, thread, bolt, nut, meets),
            (
                (
                    WallLeft(
                        "b",
                        "wall round the thread",
                        its.wall_mm,
                        (given.fit, frozenset({"crest"})),
                        "wall",
                        its.wall_mm,
                        1.0,
                    ),
                )
                if modelled(given) and its.makes != "tapped hole only"
                else ()
            ),
            tuple(cautions(given, thread)),
            Motion(
                "screw",
                given.frame_a,
                0.0,
                hand * 360 * min(turns + 1, 8),
                hand * thread.lead,
                words="unscrewed",
            ),
            (
                Stacked(
                    "gap on the flank",
                    gap,
                    (
                        ("bolt", 0.0, errors.outer_sd),
                        ("nut", 0.0, errors.inner_sd),
                        ("print to print", 0.0, errors.sigma),
                    ),
                ),
            ),
            marks_only=not modelled(given),
            engages=engages(given, thread, bolt, nut, meets) if modelled(given) else None,
        )


def _pairs(given: FitInput, bolt: Opening, nut: Opening) -> tuple[Pair, ...]:
    """The faces that meet, where the ridges are made."""
    if not modelled(given):
        return ()
    gap, crest, root = given.gap_mm, nut.crest - bolt.crest, nut.root - bolt.root
    return (
        Pair(
            "flank",
            (given.fit, frozenset({"lower flank"})),
            (given.fit, frozenset({"upper flank", "lower flank"})),
            gap,
            FLANK_TRUTH_MM,
        ),
        Pair(
            "other flank",
            (given.fit, frozenset({"upper flank"})),
            (given.fit, frozenset({"upper flank", "lower flank"})),
            gap,
            FLANK_TRUTH_MM,
        ),
        Pair(
            "crest",
            (given.fit, frozenset({"crest"})),
            (given.fit, frozenset({"crest"})),
            crest,
            FLANK_TRUTH_MM,
        ),
        Pair(
            "root",
            (given.fit, frozenset({"root"})),
            (given.fit, frozenset({"bore"})),
            root,
            FLANK_TRUTH_MM,
        ),
    )


def _working(
    given: FitInput, thread: Thread, bolt: Opening, nut: Opening, meets: float
) -> tuple[WorkingLine, ...]:
    """How the gap is made of shifts, and what the sides come to."""
    gap = given.gap_mm
    radial = (
        gap
        / (
            math.sin(math.radians(thread.half_angle_deg))
            * math.cos(math.radians(thread.lead_angle_deg))
        )
        if thread.half_angle_deg
        else math.inf
    )
    axial = thread.axial_of_normal(gap)
    return (
        WorkingLine("pitch diameter", f"{thread.name}, {thread.source}", thread.pitch_diameter),
        WorkingLine(
            "gap as a shift along the axis",
            f"{gap:.3f} × √(1 + tan²{thread.half_angle_deg:g}° + tan²{thread.lead_angle_deg:.2f}°)",
            axial,
        ),
        WorkingLine(
            "gap as play on the radius",
            f"{gap:.3f} / (sin {thread.half_angle_deg:g}° × cos {thread.lead_angle_deg:.2f}°)",
            radial,
        ),
        WorkingLine(
            "bolt, over its crests",
            f"{thread.major:.3f} − 2 × {given.shares[0]:.2f}",
            2 * bolt.crest,
        ),
        WorkingLine("nut, at its roots", f"2 × {nut.crest:.3f}", 2 * nut.crest),
        WorkingLine(
            "bored before threading",
            f"{thread.name} minor {thread.minor_internal:.3f}",
            2 * nut.root,
        ),
        WorkingLine(
            "crests past each other",
            f"{bolt.crest:.3f} − {nut.root:.3f}, of {full_depth_mm(thread):.3f}",
            bolt.crest - nut.root,
        ),
        *(holds(thread, bolt, nut, meets) if bolt.crest > nut.root else ()),
    )


def _minus(v: tuple[float, float, float]) -> tuple[float, float, float]:
    return (-v[0], -v[1], -v[2])


def _crest_height(thread: Thread, near: float) -> float:
    """A height near ``near`` at which a crest of the bolt stands in the section plane."""
    return round(near / thread.pitch) * thread.pitch


def _blank_height(given: FitInput) -> float:
    its = given.read(ScrewFields)
    return its.engaged_mm + (its.plate_mm if its.makes == "round cap" else 0.0)


def _blank(given: FitInput, thread: Thread, nut: Opening, frame: Frame) -> Body:
    """The nut or cap before it is threaded, its mouth at the frame and its back below."""
    its = given.read(ScrewFields)
    positive(given, wall="wall")
    radius = nut.crest + its.wall_mm
    tall = _blank_height(given)
    if its.makes == "hexagon nut":
        return raised(
            regular_polygon(6, 2 * radius), -tall, 0.0, frame, given.fit, top="mouth", bottom="back"
        )
    body = raised(disc(radius), -tall, 0.0, frame, given.fit, top="mouth", bottom="back")
    grips = round(its.grips)
    if grips > 0:
        # flutes a third of the wall deep, so that it can be gripped and still prints upright
        deep = min(its.wall_mm / 3, 1.2)
        for index in range(grips):
            spot = frame.turned(360 / grips * index)
            wide = min(2.0, 2 * math.pi * radius / grips / 2)
            body = body - raised(
                box(2 * deep, wide, radius, 0.0), -tall - 1, 1.0, spot, given.fit, "outside"
            )
    return body
