"""Thread: cut on a shaft or in a hole, by designation, in full or as a mark only."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import BuildError
from core.measures.units import length
from core.outlines import Outline
from core.outlines.loop import polygon_loop
from core.solids import Body, Frame, triangle_mesh, turned_body
from core.solids.shaft import Shaft, shaft_about
from core.steps.extrude import SKIN_MM, applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.hole import reached
from core.steps.registry import Cures, Partner, Start, StepInput, StepKind, register
from core.steps.state import Feature, PartState
from core.threads import Opening, Thread, opened, read_thread, thread_cutter
from core.threads.helix import wound_solid
from core.threads.series import SUGGESTED, thread_for

PROUD_MM = 0.5
CLEAR_MM = 0.2
UP = 0.999  # cosine of the lean up to which a face still looks up
BELOW_MM = 0.5  # under its end a shaft is measured
ROUND_WITHIN_MM = 1.0  # what is to be threaded is round to that
HOST_MM = 0.6  # how far a shaft may stand proud of its thread's major size and still be cut to it


@dataclass(frozen=True, slots=True)
class Run:
    """How a thread runs down from its end, mm: how long, how far above the end it begins, the
    chamfer that leads in, what it takes to run out, and the groove behind it.
    """

    long_mm: float
    start_mm: float
    lead_in_mm: float
    run_out_mm: float = 0.0
    relief_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class ThreadFields(Fields):
    """What is set of a thread."""

    designation: str
    side: Literal["outside", "inside"]
    reach: Literal["to length", "up to a face"]
    long_mm: float
    face: str
    start_mm: float
    lead_in_mm: float
    run_out_mm: float
    relief_mm: float
    play_mm: float
    starts: float
    hand: Literal["right", "left"]
    drawn: Literal["in full", "as a mark only"]


@register
class ThreadStep(StepKind):
    """A thread that begins at the step's place and runs into the part."""

    kind = "thread"
    title = "Thread, outside or inside"
    also = ("thread", "screw thread", "metric", "jar thread")
    starts = (
        Start(
            "Thread round a shaft",
            ("thread", "screw thread", "jar thread", "M6", "1/4-20"),
            {"side": "outside"},
            at_face="thread",
        ),
        Start(
            "Inside thread in a hole",
            ("tap", "tapped hole", "inside thread", "nut thread"),
            {"side": "inside"},
            at_face="tapped hole",
        ),
    )
    has_place = True
    fields = (
        Field(
            "designation",
            "text",
            "thread",
            "M12",
            hint="M12x1.5, 1/4-20 UNC, Tr20x4, print 24x4",
            suggests=SUGGESTED,
            measured=True,
        ),
        Field("side", "choice", "where", "outside", ("outside", "inside")),
        Field(
            "reach",
            "choice",
            "reach",
            "to length",
            ("to length", "up to a face"),
            told=("for", "up to the"),
        ),
        Field("long", "length", "length", "15 mm", above=0, when=(("reach", ("to length",)),)),
        Field("face", "face", "up to", "", when=(("reach", ("up to a face",)),)),
        Field(
            "start", "length", "start", "0", least=0, clause=", starting {start} outside the face"
        ),
        Field("lead_in", "length", "lead-in chamfer", "0.8 mm", least=0),
        Field(
            "run_out",
            "length",
            "run-out",
            "0",
            least=0,
            clause=", running out over {run_out}",
            when=(("side", ("outside",)),),
        ),
        Field("relief", "length", "relief groove", "0", least=0, clause=", relief {relief} wide"),
        Field(
            "play",
            "length",
            "play, square to the flanks",
            "0",
            least=0,
            clause=", {play} of play square to the flanks",
        ),
        Field("starts", "count", "starts", "1", least=1, most=8, clause=", {starts} starts"),
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
        its = ThreadFields.typed(words)
        reach = "{reach} {long}" if its.reach == "to length" else "{reach} {face}"
        return "Thread {designation} {side}, " + reach + ", lead-in {lead_in}, {hand} hand"

    def stands_on(self, state: PartState, words: Mapping[str, str]) -> str:
        """The end of the highest shaft there is."""
        if words.get("side") != "outside":
            return ""
        return next((place for place, _, _ in shafts_of(state)), "")

    def begins(
        self, state: PartState, frame: Frame, words: Mapping[str, str]
    ) -> Mapping[str, float | str]:
        """The thread of the shaft it goes round."""
        if words.get("side") != "outside":
            return {}
        shaft = shaft_about(state.solid(), frame, -BELOW_MM)
        if shaft is None or not shaft.mostly_round(ROUND_WITHIN_MM):
            return {}
        return {"designation": thread_for(2 * shaft.radius_mm)}

    def partner(self, words: Mapping[str, str]) -> Partner | None:
        said, side = words.get("designation", ""), words.get("side", "")
        other, noun = ("inside", "nut") if side == "outside" else ("outside", "bolt")
        told = f"{said} {side}: its {noun} is not here"
        return Partner(f"thread {said} {side}", f"thread {said} {other}", told)

    def build(self, given: StepInput) -> PartState:
        its = given.read(ThreadFields)
        thread = thread_of(its.designation, given)
        long = reached(given, its.long_mm)
        if its.reach == "up to a face" and its.side == "inside":
            long += SKIN_MM  # it opens into what that face bounds
        n = Run(long, its.start_mm, its.lead_in_mm, its.run_out_mm, its.relief_mm)
        outside = its.side == "outside"
        side = opened(thread, its.play_mm, outside)
        modelled = its.drawn == "in full"
        if outside:
            body = outside_thread(
                given.state.solid(), given.frame, thread, side, given.step, n, modelled
            )
        else:
            body = inside_thread(given.state, given.frame, thread, side, given.step, n, modelled)
        quantities = {
            "major": length(thread.major),
            "pitch": length(thread.pitch),
            "pitch_diameter": length(thread.pitch_diameter),
            "minor": length(2 * side.root),
            "length": length(long),
        }
        feature = Feature(
            given.step, {"start": given.frame}, quantities, thread=thread, axis=given.frame
        )
        return given.state.made(body, feature)

    def says(self, given: StepInput, after: PartState) -> str:
        its = given.read(ThreadFields)
        thread = thread_of(its.designation, given)
        tell = given.told
        return (
            f"pitch {tell(thread.pitch)}, pitch diameter {tell(thread.pitch_diameter)}, "
            f"minor {tell(after.features[given.step].quantities['minor'].value)} ({thread.source})"
        )

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        its = given.read(ThreadFields)
        found = []
        relief, thread = its.relief_mm, thread_of(its.designation, given)
        if 0 < relief < thread.pitch:
            found.append(
                f"a relief {relief:g} mm wide is less than one pitch of {thread.pitch:g} mm"
            )
        if its.drawn != "in full":
            found.append("this thread is a mark only: it will not be in any file you take away")
        return tuple(found)

    def cures(self, given: StepInput, after: PartState) -> Cures:
        its = given.read(ThreadFields)
        if its.drawn != "in full":
            return (("drawn", "in full", "the thread in full"),)
        pitch = thread_of(its.designation, given).pitch
        wide = f"{math.ceil(pitch * 10 - 1e-9) / 10:g} mm"
        return (("relief", wide, f"a relief {wide} wide"),)


def shafts_of(state: PartState) -> Iterator[tuple[str, Frame, Shaft]]:
    """The shafts that end upwards, the highest first: the face at each end, its frame, the shaft.

    >>> from core.steps.state import PartState
    >>> list(shafts_of(PartState("empty")))
    []
    """
    if state.body is None:
        return
    mesh = triangle_mesh(state.body)
    tops = [
        (frame.origin[2], f"{feature.step}.{name}", frame)
        for feature in state.features.values()
        for name, frame in feature.places.items()
        if frame.z_axis[2] > UP and name not in feature.curved
        and mesh.on(feature.step, frozenset({name})).any()
    ]  # fmt: skip
    for _, place, frame in sorted(tops, key=lambda one: -one[0]):
        shaft = shaft_about(state.body, frame, -BELOW_MM)
        if shaft is not None and shaft.mostly_round(ROUND_WITHIN_MM):
            yield place, frame, shaft


def thread_of(designation: str, given: StepInput) -> Thread:
    """The thread a step names, with its starts and hand."""
    its = given.read(ThreadFields)
    return read_thread(designation, round(its.starts), its.hand == "left")


def outside_thread(
    body: Body,
    frame: Frame,
    thread: Thread,
    side: Opening,
    step: str,
    n: Run,
    modelled: bool = True,
) -> Body:
    """A shaft whose end stands at the frame, threaded downwards from there.

    Raises:
        BuildError: there is no shaft, or it does not suit the thread.
    """
    low, high = -n.long_mm, n.start_mm
    shaft = shaft_about(body, frame, -n.long_mm / 2)
    if shaft is None:
        raise BuildError(
            "there is no shaft round this axis to thread", remedy="place it on the end of a shaft"
        )
    host = shaft.radius_mm
    if host > side.crest + HOST_MM and not shaft.mostly_round(ROUND_WITHIN_MM):
        raise BuildError(
            f"what is round this axis is no shaft: {2 * host:.4g} mm out to its corners",
            remedy=f"raise a round neck of {thread.major:g} mm on it, or choose another place",
        )
    if host < side.root or host > side.crest + HOST_MM:
        raise BuildError(
            f"the shaft is {2 * host:.4g} mm across, {thread.name} wants {thread.major:g} mm",
            remedy=f"make it {thread.major:g} mm, or choose another thread",
        )
    top = min(high, 0.0)
    if not modelled:
        # a mark is the plain shaft with what is turned on it: its lead-in and its relief
        lead = min(n.lead_in_mm, host - 1e-3)
        if lead > 0:
            points = [
                (host - lead, top),
                (host, top - lead),
                (host + 1, top - lead),
                (host + 1, top),
            ]
            cone = Outline(polygon_loop(points, ["lead-in"] * 4))
            body = body - turned_body(cone, frame, step, "outside")
        return _relieved(body, frame, side, host, low, step, n)
    ring = turned_body(
        _rectangle(max(side.root - 0.3, 0.1), host + PROUD_MM, low, top + PROUD_MM),
        Frame(),
        step,
        "outside",
    )
    envelope = turned_body(thread_envelope(side, low, top, n), Frame(), step)
    ridged = wound_solid(thread, side, low, max(high, 0.0), step, True) & envelope
    threaded = (body - ring.moved(frame.matrix)) - _tip(side, top, n, step, frame)
    threaded = threaded + ridged.moved(frame.matrix)
    return _relieved(threaded, frame, side, host, low, step, n)


def _relieved(
    body: Body, frame: Frame, side: Opening, host: float, low: float, step: str,
    n: Run,
) -> Body:  # fmt: skip
    """A shaft with the relief groove at the end of its thread, where there is one."""
    if n.relief_mm <= 0:
        return body
    groove = _rectangle(max(side.root - 0.3, 0.1), host + PROUD_MM, low - 1e-3, low + n.relief_mm)
    return body - turned_body(groove, frame, step, "outside")


def _tip(side: Opening, top: float, n: Run, step: str, frame: Frame) -> Body:
    """What a lead-in deeper than the ridge takes off the core's end."""
    lead = max(n.lead_in_mm - (side.crest - side.root), 1e-3)
    points = [
        (side.root - lead, top + 1e-3),
        (side.root, top - lead),
        (side.root + 1, top - lead),
        (side.root + 1, top + 1e-3),
    ]
    return turned_body(Outline(polygon_loop(points, ["lead-in"] * 4)), frame, step, "outside")


def thread_envelope(side: Opening, low: float, high: float, n: Run) -> Outline:
    """The turned profile that clips core and ridges: a 45° lead-in above, a run-out below."""
    inner = max(side.root - 1.0, side.root / 2)
    lead, run = min(n.lead_in_mm, side.crest - inner), n.run_out_mm
    # clear of the crests, or their facets would meet all along; both slopes are led on to there
    over = side.crest + CLEAR_MM
    slope = run / (side.crest - side.root) if side.crest > side.root else 0.0
    points = [(inner, low)]
    points += (
        [(side.root + 1e-3, low), (over, low + run + slope * CLEAR_MM)]
        if run > 0
        else [(over, low)]
    )
    lead += CLEAR_MM if lead > 0 else 0.0
    points += [(over, high - lead), (over - lead, high)] if lead > 0 else [(over, high)]
    if over - lead > inner + 1e-6:
        points.append((inner, high))
    return Outline(polygon_loop(points, ["end"] * len(points)))


def inside_thread(
    state: PartState,
    frame: Frame,
    thread: Thread,
    side: Opening,
    step: str,
    n: Run,
    modelled: bool = True,
) -> Body:
    """A threaded hole from the frame downwards, with a lead-in at its mouth."""
    low, high = -n.long_mm, n.start_mm
    tool = thread_cutter(thread, side, low, max(high, 0.0), step, (0.0, PROUD_MM))
    if not modelled:
        tool = turned_body(_rectangle(0.0, side.root, low, PROUD_MM), Frame(), step, "outside")
    lead = n.lead_in_mm
    if lead > 0:
        wide = side.root + lead + PROUD_MM
        cone = [(0.0, -lead), (side.root, -lead), (wide, PROUD_MM), (0.0, PROUD_MM)]
        tool = tool + turned_body(
            Outline(polygon_loop(cone, ["floor", "lead-in", "mouth", "axis"])),
            Frame(),
            step,
            "outside",
        )
    if n.relief_mm > 0:
        tool = tool + turned_body(
            _rectangle(0.0, side.crest + 0.3, low, low + n.relief_mm), Frame(), step, "outside"
        )
    return applied("cut", state, tool.moved(frame.matrix))


def _rectangle(
    inner: float, outer: float, low: float, high: float, round_face: str = "side"
) -> Outline:
    points = [(inner, low), (outer, low), (outer, high), (inner, high)]
    return Outline(polygon_loop(points, ["bottom", round_face, "top", "inside"]))


__all__ = [
    "ThreadStep",
    "inside_thread",
    "outside_thread",
    "thread_envelope",
]
