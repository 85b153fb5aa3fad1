"""Documents solved and reported on, by builders where there are any.

Solving is pure, so answers are kept by content; each builder keeps its own. What a screen asks for
next, the meshes, comes back with the report and is kept here, so that nobody builds to fetch them.
"""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Callable, Iterator
from functools import partial
from typing import Any, Literal, TypeVar

from core.checks.finished import mesh_of
from core.fits import FITS
from core.fits.track_path import maze
from core.formats import pack_marks, pack_mesh
from core.printing.beds import beds_view
from core.printing.comparing import variant_of
from core.printing.ranked_stances import faced_view, stance_views, tipped_view
from core.printing.slicing import layer_view, sliced_view
from core.printing.to_buy import to_buy
from core.project.cache import ContentCache, content_key
from core.project.document import write_document
from core.project.print_groups import group_of, printed_groups
from core.project.results import Solution
from core.project.schema import Project as Document
from core.project.solve import sketch, solve
from core.report import Report, consequences, report_on
from core.report.assemble import report_bit_by_bit, tried
from core.report.fields import options_at
from core.report.marking import marks_key, marks_of, marks_view
from core.report.motion import motion_report
from core.report.picture import picture_of
from core.report.sketching import sketch_view
from core.report.things import things_of
from core.views.printing import (
    BedsView,
    BuyView,
    LayerView,
    MarksView,
    SlicedView,
    StanceView,
    Variant,
)
from core.views.report import (
    CheckDone,
    Consequence,
    FindingView,
    MotionReport,
    OptionsView,
    SketchView,
    View,
)
from workshop import builders
from workshop.builders import built
from workshop.listening import heard
from workshop.pool import AHEAD, BUILDS, SKETCHES, TRIES

T = TypeVar("T")


class Solids(View):
    """A version as it is built: its solids can be drawn, nothing is proved yet."""

    stage: Literal["solids"] = "solids"
    report: Report


class Checked(CheckDone):
    """What one check found."""

    stage: Literal["check"] = "check"


class Proof(View):
    """A version proved, and what followed from what was changed. No remedy is tried yet."""

    stage: Literal["proof"] = "proof"
    report: Report
    consequences: list[Consequence] = []


Stage = Solids | Checked | Proof
Summary = dict[str, Any]


_SOLUTIONS = ContentCache(6, 8_000_000)  # states and meshes are kept by the core
_KEPT = ContentCache(8)
Meshes = dict[str, bytes]


class _Bytes:
    """What builders told, by its key: so many bytes, the longest unused thrown out."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._kept: OrderedDict[str, bytes] = OrderedDict()
        self._lock = threading.Lock()

    def keys(self) -> frozenset[str]:
        with self._lock:
            return frozenset(self._kept)

    def get(self, key: str) -> bytes | None:
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
            return self._kept.get(key)

    def keep(self, told: dict[str, bytes]) -> None:
        with self._lock:
            for key, value in told.items():
                self._kept.pop(key, None)
                self._kept[key] = value
            total = sum(map(len, self._kept.values()))
            while total > self._most and len(self._kept) > 1:
                total -= len(self._kept.popitem(last=False)[1])


_MESHES = _Bytes(40_000_000)
_PROOFS = _Bytes(16_000_000)  # the last line of a version that was proved
_SUMMARIES = ContentCache(200)


def solution_of(document: Document) -> Solution:
    """The solution of a document, kept while it is among the newest; for builders."""
    return _SOLUTIONS.get(content_key(write_document(document)), lambda: solve(document))


@built
def worked(function: Callable[..., T], document: Document, *given: Any) -> T:
    """What a function of the core answers to a document's solution and more."""
    return function(solution_of(document), *given)


def report_of(document: Document) -> Report:
    """The report on a document, proved; its meshes are kept for the screen that asks for them
    next. No remedy is tried."""
    report, meshes = builders.ask(_reported, document, _MESHES.keys())
    _MESHES.keep(meshes)
    return report


def _reported(document: Document, known: frozenset[str]) -> tuple[Report, Meshes]:
    return _report(document), _packed(solution_of(document), known)


def _report(document: Document) -> Report:
    """The report, kept while it is among the newest."""
    key = _key_of(document)
    return _KEPT.get(key, lambda: report_on(solution_of(document)))


def _key_of(document: Document) -> str:
    return "report" + content_key(write_document(document))


def at_hand(document: Document) -> tuple[Report, Summary | None]:
    """The report on a document where it is at hand, with what the shelf shows of it; else what can
    be shown of it before it is proved."""
    report, summary, meshes = builders.ask(_at_hand, document, _MESHES.keys())
    _MESHES.keep(meshes)
    return report, summary


def _at_hand(document: Document, known: frozenset[str]) -> tuple[Report, Summary | None, Meshes]:
    report = _KEPT.kept(_key_of(document))
    if report is not None:
        return report, proved(document, report), _packed(solution_of(document), known)
    solution = solution_of(document)
    return _unproved(solution), None, _packed(solution, known)


def sketched(document: Document) -> SketchView:
    """Coarse solids of a document, their meshes kept for the screen that asks for them next."""
    view, meshes = builders.ask(_sketched, document, _MESHES.keys(), newest=SKETCHES)
    _MESHES.keep(meshes)
    return view


def _sketched(document: Document, known: frozenset[str]) -> tuple[SketchView, Meshes]:
    solution = sketch(document)
    return sketch_view(solution), _packed(solution, known)


def options_told(document: Document, path: str) -> OptionsView | None:
    """Everything a field may be set to, by the faces and edges of a sketch: none waits for a proof
    to choose. None where there is no such field."""
    return builders.ask(_options_told, document, path, sketched=True)


def _options_told(document: Document, path: str) -> OptionsView | None:
    return options_at(sketch(document), path)


@built
def motion_of(document: Document, name: str) -> MotionReport | None:
    """A fit's motion tried out, or None where it has none or could not be made."""
    solution = solution_of(document)
    fit = solution.fits.get(name)
    if fit is None or fit.meeting is None or fit.meeting.motion is None:
        return None
    a, b = (solution.parts[part].state for part in fit.fit.parts)
    if a.body is None or b.body is None:
        return None
    return motion_report(fit, a, b, document.units)


@built
def maze_of(document: Document, name: str, turns: int, seed: int) -> str | None:
    """A maze's moves for a fit whose track is laid out; None where there is no such fit.

    Raises:
        BuildError: there is no room for a maze.
    """
    fit = solution_of(document).fits.get(name)
    if fit is None or fit.laid is None:
        return None
    return maze(fit.laid, 2 * document.process.line_mm, turns, seed)


@built
def stances_of(document: Document, name: str) -> list[StanceView] | None:
    """The ways a part can stand, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return stance_views(group, document.process) if group else None


@built
def tipped_of(
    document: Document, name: str, forward_deg: float, right_deg: float
) -> StanceView | None:
    """A part tipped from how it stands now, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return tipped_view(group, document.process, forward_deg, right_deg) if group else None


@built
def faced_of(document: Document, name: str, down: tuple[float, float, float]) -> StanceView | None:
    """A part standing on the face that looks that way, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return faced_view(group, name, document.process, down) if group else None


@built
def laid_out(document: Document) -> BedsView:
    """Everything that is printed, laid out on beds."""
    return beds_view(solution_of(document))


@built
def bought_for(document: Document) -> BuyView:
    """What is to be bought for it."""
    return to_buy(solution_of(document))


@built
def sliced_of(document: Document, name: str) -> SlicedView | None:
    """A part as sliced, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return sliced_view(group, document.process) if group else None


@built
def layer_of(document: Document, name: str, index: int) -> LayerView | None:
    """One layer of a part, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return layer_view(group, document.process, index) if group else None


@built
def marked(document: Document) -> MarksView:
    """What is hatched on the solids, and its legend."""
    return marks_view(solution_of(document))


@built
def packed_marks(document: Document, key: str) -> bytes | None:
    """The marks of a part by their key, or None where they are of an older state."""
    for group in printed_groups(solution_of(document)):
        for part in group.parts:
            if marks_key(part, group, document.process) == key:
                marks = marks_of(part, group, document.process)
                return pack_marks(marks.corners, marks.kind, marks.level)
    return None


def laid(document: Document) -> Summary:
    """What the shelf shows of a document before it is proved."""
    return {
        "units": document.units,
        "parts": [part.label or part.name for part in document.parts],
        **found_by(document),
    }


def proved(document: Document, report: Report) -> Summary:
    """What the shelf shows of a document once it is proved: its worst finding, and how many."""
    solid = any(part.key for part in report.parts)
    bad = [f for f in report.findings if f.severity in ("stop", "warning")]
    return {
        **laid(document),
        "severity": report.severity,
        "worst": bad[0].message if bad else "nothing to stop for" if solid else "nothing built yet",
        "count": len(bad),
    }


@built
def summary_of(document: Document) -> Summary:
    """What the shelf shows of a document, proved."""
    key = "summary" + content_key(write_document(document))
    return _SUMMARIES.get(key, lambda: proved(document, _report(document)))


@built
def variant_named(label: str, document: Document) -> Variant:
    """A document as it is laid beside others."""
    return variant_of(label, solution_of(document), _report(document))


@built
def drawn_picture(document: Document) -> bytes | None:
    """A document's picture for the shelf; None where it has no solid."""
    return picture_of(solution_of(document))


# -- as it comes -----------------------------------------------------------------------------


def building(
    document: Document, before: Document | None, ahead: bool = False
) -> Iterator[tuple[bytes, Summary | None]]:
    """A document built and proved: a line of JSON a `Stage`, as it ends; with the last, what the
    shelf shows of it.

    The lines are written by the builder: nothing is left to the server but to pass them on. Where
    the same was begun ahead, what came of it is told, and then what comes. What was proved of the
    version before goes along: it may have been another builder that proved it.

    Args:
        ahead: it is not kept yet, and may never be: done only where a builder has nothing to do.
    """
    here, key, key_before = _MESHES.keys(), _key_of(document), _key_of(before) if before else ""
    proof_before = _PROOFS.get(key_before)

    def begin(turn: builders.Turn) -> Iterator[tuple[bytes, Summary | None]]:
        # asked for at once, not with the first line: who asks is known now
        comes = builders.ask_bit_by_bit(_building, document, before, here, proof_before, turn=turn)

        def kept() -> Iterator[tuple[bytes, Summary | None]]:
            for line, meshes, summary in comes:
                _MESHES.keep(meshes)
                if summary is not None:
                    _PROOFS.keep({key: line})
                yield line, summary

        return kept()

    return heard(f"{key} {key_before}", AHEAD if ahead else BUILDS, begin)


def _building(
    document: Document,
    before: Document | None,
    known: frozenset[str],
    proof_before: bytes | None = None,
) -> Iterator[tuple[bytes, Meshes, Summary | None]]:
    solution = solution_of(document)
    report = _KEPT.kept(_key_of(document))
    if report is None:
        yield _line(Solids(report=_unproved(solution))), _packed(solution, known), None
        for told in report_bit_by_bit(solution):
            if isinstance(told, Report):
                report = _KEPT.get(_key_of(document), partial(_as_it_is, told))
            elif told.findings or told.readings:
                yield _line(Checked(**dict(told))), {}, None
    assert report is not None
    followed = consequences(_report_before(before, proof_before), report) if before else []
    line = _line(Proof(report=report, consequences=followed))
    yield line, _packed(solution, known), proved(document, report)


def _report_before(before: Document, proof: bytes | None) -> Report:
    report = _KEPT.kept(_key_of(before))
    if report is None and proof:
        report = Proof.model_validate_json(proof).report
    return report or _report(before)


def _as_it_is(value: T) -> T:
    return value


def _line(stage: Stage) -> bytes:
    return stage.model_dump_json().encode() + b"\n"


def tried_of(document: Document) -> list[FindingView]:
    """Everything that was found, each with a remedy where one was tried and works.

    Raises:
        Halted: a newer version is being built.
    """
    return builders.ask(_tried, document, aside=True, newest=TRIES)


def _tried(document: Document) -> list[FindingView]:
    return tried(solution_of(document))


def _unproved(solution: Solution) -> Report:
    """A report on what is built and not proved: its solids can be drawn."""
    report, drawn = report_on(solution, proof=False), sketch_view(solution)
    solids = {part.name: dict(part) for part in drawn.parts}
    parts = [part.model_copy(update=solids.get(part.name, {})) for part in report.parts]
    poses = {fit.name: fit.pose for fit in drawn.fits}
    fits = [fit.model_copy(update={"pose": poses.get(fit.name, fit.pose)}) for fit in report.fits]
    return report.model_copy(update={"parts": parts, "fits": fits})


@built
def unbuilt(document: Document, words: str, remedy: str) -> Report:
    """A report on a document that cannot be built here: every step to read and to change, no
    solid.
    """
    parts = [
        part.model_copy(
            update={"steps": [s.model_copy(update={"enabled": False}) for s in part.steps]}
        )
        for part in document.parts
    ]
    still = document.model_copy(update={"parts": parts, "fits": []})
    report = report_on(solve(still), proof=False)
    why = FindingView(check="build", severity="stop", message=f"{words}; {remedy}", unit="")
    return report.model_copy(update={"findings": [why, *report.findings], "severity": "stop"})


def found_by(document: Document) -> dict[str, list[str]]:
    """What a project is found by on the shelf besides its title and its parts."""
    fits = [fit.label for fit in document.fits if fit.label]
    fits += [FITS[fit.kind].title for fit in document.fits if fit.kind in FITS]
    materials = [document.process.material, *(part.material for part in document.parts)]
    return {
        "fits": list(dict.fromkeys(fits)),
        "materials": list(dict.fromkeys(one for one in materials if one)),
    }


def _packed(solution: Solution, known: frozenset[str] = frozenset()) -> Meshes:
    """The meshes of a solution that are not known elsewhere yet."""
    found = {}
    for part in solution.parts.values():
        state = part.state
        if state.body is not None and state.key not in known:
            found[state.key] = pack_mesh(mesh_of(state))
    for fit in solution.fits.values():
        for thing, mesh in things_of(fit, solution):
            if thing.key not in known:
                found[thing.key] = pack_mesh(mesh)
    return found


def _packed_of(document: Document) -> Meshes:
    return _packed(solution_of(document))


def packed_mesh(key: str, document: Document | None) -> bytes | None:
    """A packed mesh by its key, from what is kept or by solving the document again."""
    kept = _MESHES.get(key)
    if kept is not None or document is None:
        return kept
    found = builders.ask(_packed_of, document)
    _MESHES.keep(found)
    return found.get(key)
