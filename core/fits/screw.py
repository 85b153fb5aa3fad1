"""Screw: bolt and nut, screw cap, tapped hole. The gap is square to the flanks and measured there.

A radial offset r opens a flank by r·sin(half angle)·cos(lead angle) only, so the side that gives
way moves its flanks along the axis until the gap asked for stands between them, and crest and
root by as much as they need to clear.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

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
    Engages,
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
from core.outlines import regular_polygon
from core.process import propose_gap
from core.solids import Body, Frame
from core.solids.mesh import triangle_mesh
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import Cures
from core.steps.state import PartState
from core.steps.thread import Run, host_radius, inside_thread, outside_thread
from core.threads import Opening, Thread, opened, read_thread
from core.threads.series import SUGGESTED
from core.threads.strength import (
    SHEAR_MPA,
    about_newtons,
    full_depth_mm,
    half_width_mm,
    most_gap_mm,
    stripping,
    thread_that_holds,
)

MAKES = ("hexagon nut", "round cap", "tapped hole only")
FLANK_TRUTH_MM = 0.03


UP = 0.999  # cosine of the lean up to which a face still looks up
BELOW_MM = 0.5  # under its end a shaft is measured
LEAST_ACROSS_MM = 6.0
# our own print-friendly threads: the pitch up to a diameter, mm
PITCHES = ((10.0, 2.0), (16.0, 3.0), (60.0, 4.0), (math.inf, 5.0))


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


@dataclass(frozen=True, slots=True)
class ScrewFields(Fields):
    """What is set of a screw."""

    designation: str
    long_mm: float
    engaged_mm: float
    screwed_mm: float
    makes: Literal["hexagon nut", "round cap", "tapped hole only"]
    wall_mm: float
    plate_mm: float
    grips: float
    start_mm: float
    lead_in_mm: float
    run_out_mm: float
    relief_mm: float
    starts: float
    hand: Literal["right", "left"]
    drawn: Literal["in full", "as a mark only"]


@register
class Screw(FitKind):
    """A thread outside on one part, inside on the other."""

    kind = "screw"
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
        mesh = triangle_mesh(a.solid())
        tops = [
            (frame.origin[2], f"{feature.step}.{name}", frame)
            for feature in a.features.values()
            for name, frame in feature.places.items()
            if frame.z_axis[2] > UP and name not in feature.curved
            and mesh.on(feature.step, frozenset({name})).any()
        ]  # fmt: skip
        for _, place, frame in sorted(tops, key=lambda one: -one[0]):
            radius = host_radius(a.solid(), frame, -BELOW_MM)
            if radius is None or 2 * radius < LEAST_ACROSS_MM:
                continue
            across = 2 * radius
            pitch = next(p for most, p in PITCHES if across <= most)
            fields: dict[str, float | str] = {"designation": f"print {across:.5g}x{pitch:g}"}
            if _is_hollow(a.solid(), frame):
                fields["makes"] = "round cap"
            return Begun(place, "", {}, {}, fields)
        return None

    def most_gap(self, words: Mapping[str, str], gives_way: str) -> float | None:
        """As much play as leaves half the depth of thread engaged."""
        its, text = ScrewFields.typed(words), words.get("starts", "")
        starts = int(text) if text.strip().isdigit() else 1
        thread = read_thread(its.designation, starts, its.hand == "left")
        return most_gap_mm(thread, {"inner": 1.0, "outer": 0.0}.get(gives_way, 0.5))

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(ScrewFields)
        thread, bolt, _ = _sides(given)
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
            given.a.solid(), given.frame_a, thread, bolt, given.fit, run, _modelled(given)
        )
        return finished(
            given,
            PartState(given.a.part, body, given.a.features, given.a.key),
            major=thread.major,
            pitch=thread.pitch,
        )

    def build_b(self, given: FitInput) -> PartState:
        its = given.read(ScrewFields)
        thread, _, nut = _sides(given)
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
        body = inside_thread(state, frame, thread, nut, given.fit, run, _modelled(given))
        places = {"mouth": frame, "back": frame.lifted(-_blank_height(given)).facing_back()}
        kept = PartState(state.part, body, given.b.features, state.key)
        return finished(given, kept, places=places, bore=2 * nut.root, major=2 * nut.crest)

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(ScrewFields)
        thread, bolt, nut = _sides(given)
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
        crest, root = nut.crest - bolt.crest, nut.root - bolt.root
        pairs: list[Pair] = []
        if _modelled(given):
            pairs = [
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
            ]
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
        errors = given.process.errors
        return Meeting(
            seated(face, given.frame_b),
            tuple(pairs),
            section,
            (
                WorkingLine(
                    "pitch diameter", f"{thread.name}, {thread.source}", thread.pitch_diameter
                ),
                WorkingLine(
                    "gap as a shift along the axis",
                    f"{gap:.3f} × √(1 + tan²{thread.half_angle_deg:g}° +"
                    f" tan²{thread.lead_angle_deg:.2f}°)",
                    axial,
                ),
                WorkingLine(
                    "gap as play on the radius",
                    f"{gap:.3f} / (sin {thread.half_angle_deg:g}° × cos"
                    f" {thread.lead_angle_deg:.2f}°)",
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
                *(_holds(thread, bolt, nut, meets) if bolt.crest > nut.root else ()),
            ),
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
                if _modelled(given) and its.makes != "tapped hole only"
                else ()
            ),
            tuple(_cautions(given, thread)),
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
            marks_only=not _modelled(given),
            engages=_engages(given, thread, bolt, nut, meets) if _modelled(given) else None,
        )


def _holds(
    thread: Thread, bolt: Opening, nut: Opening, meets: float
) -> tuple[WorkingLine, WorkingLine]:
    """How many turns the ridges share, and where they shear first."""
    strips = stripping(thread, bolt, nut, meets)
    return (
        WorkingLine(
            "turns shared", f"{meets:.2f} / {thread.lead:.2f}", meets / thread.lead, "turns"
        ),
        WorkingLine(
            f"ridges shear, {strips.weaker} first, {about_newtons(strips.strips_at_n)}",
            f"{_sheared(thread, bolt, nut, strips.weaker, meets)} × {SHEAR_MPA:g} MPa, of",
            min(strips.bolt_mm2, strips.nut_mm2),
            "mm²",
        ),
    )


def _engages(given: FitInput, thread: Thread, bolt: Opening, nut: Opening, meets: float) -> Engages:
    """What holds bolt and nut together, with what would hold where this does not."""
    its = given.read(ScrewFields)
    inner = given.shares[0] / given.gap_mm if given.gap_mm else 0.0
    cures: list[tuple[str, str, str]] = []
    most = most_gap_mm(thread, inner)
    if most > 0 and most < given.gap_mm:
        cures.append(("gap", f"{most:g} mm", f"a gap of {most:g} mm a side"))
    # what the feel asks for, which a typed or lessened gap may not reach
    wanted = (
        max(given.gap_mm, propose_gap(given.feel, given.process)) if given.feel else given.gap_mm
    )
    other = thread_that_holds(thread, wanted, inner)
    if other is not None and abs(other.major - thread.major) < 0.01:
        cures.append(("designation", other.name, f"the thread {other.name}"))
    strips = stripping(thread, bolt, nut, meets)
    return Engages(
        given.frame_a,
        (given.fit, frozenset({"crest"})),
        (given.fit, frozenset({"bore"})),
        # the nut's mouth lies as far down as it is screwed on, its body above it
        max(-its.screwed_mm, -its.long_mm),
        min(its.engaged_mm - its.screwed_mm, 0.0),
        full_depth_mm(thread),
        thread.lead,
        strips.strips_at_n,
        tuple(cures),
        f"{other.name} would at {wanted:.2f} mm a side" if other is not None else "",
        _longer(given, thread),
    )


def _longer(given: FitInput, thread: Thread) -> tuple[tuple[str, str, str], ...]:
    """The one length that keeps fewer than two turns from engaging, made long enough."""
    n = given.read(ScrewFields)
    wanted = 2.5 * thread.lead + n.lead_in_mm
    lengths = {"screwed": n.screwed_mm, "engaged": n.engaged_mm, "long": n.long_mm}
    short = [name for name, mm in lengths.items() if mm < wanted]
    if len(short) != 1:
        return ()
    text = f"{math.ceil(wanted * 2) / 2:g} mm"
    return ((short[0], text, f"{short[0]} {text}"),)


def _sheared(thread: Thread, bolt: Opening, nut: Opening, weaker: str, meets: float) -> str:
    """The shear area of the weaker side, as a formula."""
    if weaker == "bolt":
        wide, radius = 2 * half_width_mm(bolt, nut.root), nut.root
    else:
        wide, radius = thread.pitch - 2 * half_width_mm(nut, bolt.crest), bolt.crest
    return f"2π × {radius:.2f} × {meets:.1f} × {max(wide, 0):.2f} / {thread.pitch:g}"


def _minus(v: tuple[float, float, float]) -> tuple[float, float, float]:
    return (-v[0], -v[1], -v[2])


def _modelled(given: FitInput) -> bool:
    its = given.read(ScrewFields)
    return its.drawn == "in full"


def _sides(given: FitInput) -> tuple[Thread, Opening, Opening]:
    """The thread, the bolt's side and the nut's, opened by what each gives."""
    its = given.read(ScrewFields)
    starts = round(its.starts)
    thread = read_thread(its.designation, starts, its.hand == "left")
    inner, outer = given.shares
    return thread, opened(thread, inner, True), opened(thread, outer, False, inner)


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


def _set(field: str, value_mm: float) -> Cures:
    """A length of the fit set to the next tenth up."""
    text = f"{math.ceil(value_mm * 10 - 1e-9) / 10:g} mm"
    return ((field, text, f"{field.replace('_', '-')} {text}"),)


def _cautions(given: FitInput, thread: Thread) -> list[tuple[str, str] | tuple[str, str, Cures]]:
    its = given.read(ScrewFields)
    found: list[tuple[str, str] | tuple[str, str, Cures]] = []
    if its.lead_in_mm < (thread.major - thread.minor_external) / 2:
        short = (thread.major - thread.minor_external) / 2 - its.lead_in_mm
        found.append(
            (
                "note",
                (
                    f"the lead-in is {short:.2f} mm short of the thread's depth: it will not pass"
                    " the partner's first ridge"
                ),
                _set("lead_in", (thread.major - thread.minor_external) / 2 + 0.05),
            )
        )
    if 0 < its.relief_mm < thread.pitch:
        found.append(
            (
                "warning",
                (
                    f"a relief {its.relief_mm:g} mm wide is less than one pitch,"
                    f" {thread.pitch:g} mm: a nut jams before it is through"
                ),
                _set("relief", thread.pitch),
            )
        )
    if its.makes == "round cap" and round(its.grips) == 0:
        words = "a smooth round cap has nothing to turn it by: give it grips"
        found.append(("note", words, (("grips", "18", "18 grips"),)))
    if not _modelled(given):
        found.append(
            (
                "warning",
                "this thread is a mark only: it will not be in any file you take away",
                (("drawn", "in full", "the thread in full"),),
            )
        )
    if given.process.layer_mm > thread.pitch / 5:
        found.append(
            (
                "warning",
                (
                    f"a pitch of {thread.pitch:g} mm is under five layers of"
                    f" {given.process.layer_mm:g} mm: take a coarser thread"
                ),
            )
        )
    found.append(
        (
            "note",
            (
                "printed threads are no rated fasteners: where a failure could hurt someone, ask a"
                " qualified person"
            ),
        )
    )
    return found
