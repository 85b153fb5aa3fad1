"""Documents solved and reported on. Solving is pure, so answers are kept by content."""

from __future__ import annotations

from typing import Any

from core.checks.finished import mesh_of
from core.fits.track_path import maze
from core.formats import pack_marks, pack_mesh
from core.project.cache import ContentCache, content_key
from core.project.document import write_document
from core.project.printed import group_of, printed_groups
from core.project.results import Solution
from core.project.schema import Project as Document
from core.project.solve import sketch, solve
from core.report import Report, report_on
from core.report.beds import beds_view
from core.report.marking import marks_key, marks_of, marks_view
from core.report.models import MotionReport, SketchView
from core.report.motion import motion_report
from core.report.print_models import BedsView, LayerView, MarksView, SlicedView, StanceView
from core.report.sketching import sketch_view
from core.report.slicing import layer_view, sliced_view
from core.report.standing import faced_view, stance_views, tipped_view

_KEPT = ContentCache(60)
_MESHES = ContentCache(120)


def solution_of(document: Document) -> Solution:
    """The solution of a document, kept while it is among the newest."""
    return _KEPT.get("solution" + content_key(write_document(document)), lambda: solve(document))


def report_of(document: Document) -> Report:
    """The report on a document, kept while it is among the newest."""
    key = "report" + content_key(write_document(document))

    def make() -> Report:
        report = report_on(solution_of(document))
        keep_meshes(solution_of(document))
        return report

    return _KEPT.get(key, make)


def sketched(document: Document) -> SketchView:
    """Coarse solids of a document, their meshes kept for the screen that asks for them next."""
    solution = sketch(document)
    keep_meshes(solution)
    return sketch_view(solution)


def motion_of(document: Document, name: str) -> MotionReport | None:
    """A fit's motion tried out, or None where it has none or could not be made."""
    solution = solution_of(document)
    fit = solution.fits.get(name)
    if fit is None or fit.meeting is None or fit.meeting.motion is None:
        return None
    a, b = (solution.parts[part].state for part in fit.fit.parts)
    if a.body is None or b.body is None:
        return None
    return motion_report(fit, a, b)


def maze_of(document: Document, name: str, turns: int, seed: int) -> str | None:
    """A maze's moves for a fit whose track is laid out; None where there is no such fit.

    Raises:
        BuildError: there is no room for a maze.
    """
    fit = solution_of(document).fits.get(name)
    if fit is None or fit.laid is None:
        return None
    return maze(fit.laid, 2 * document.process.line_mm, turns, seed)


def stances_of(document: Document, name: str) -> list[StanceView] | None:
    """The ways a part can stand, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return stance_views(group, document.process) if group else None


def tipped_of(
    document: Document, name: str, forward_deg: float, right_deg: float
) -> StanceView | None:
    """A part tipped from how it stands now, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return tipped_view(group, document.process, forward_deg, right_deg) if group else None


def faced_of(document: Document, name: str, down: tuple[float, float, float]) -> StanceView | None:
    """A part standing on the face that looks that way, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return faced_view(group, name, document.process, down) if group else None


def laid_out(document: Document) -> BedsView:
    """Everything that is printed, laid out on beds."""
    return beds_view(solution_of(document))


def sliced_of(document: Document, name: str) -> SlicedView | None:
    """A part as sliced, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return sliced_view(group, document.process) if group else None


def layer_of(document: Document, name: str, index: int) -> LayerView | None:
    """One layer of a part, or None where it has no solid."""
    group = group_of(solution_of(document), name)
    return layer_view(group, document.process, index) if group else None


def marked(document: Document) -> MarksView:
    """What is hatched on the solids, and its legend."""
    return marks_view(solution_of(document))


def packed_marks(document: Document, key: str) -> bytes | None:
    """The marks of a part by their key, or None where they are of an older state."""
    for group in printed_groups(solution_of(document)):
        for part in group.parts:
            if marks_key(part, group, document.process) == key:
                marks = marks_of(part, group, document.process)
                return pack_marks(marks.corners, marks.kind, marks.level)
    return None


def summary_of(document: Document, remedies: bool = True) -> dict[str, Any]:
    """What the shelf shows of a document: its parts and its worst finding.

    Args:
        remedies: whether the report is wanted next, with its remedies tried.
    """
    solution = solution_of(document)
    report = report_of(document) if remedies else report_on(solution, remedies=False)
    built = any(part.key for part in report.parts)
    bad = [f for f in report.findings if f.severity in ("stop", "warning")]
    return {
        "units": report.units,
        "parts": [part.label for part in report.parts],
        "severity": report.severity,
        "worst": bad[0].message if bad else "nothing to stop for" if built else "nothing built yet",
        "count": len(bad),
    }


def keep_meshes(solution: Solution) -> None:
    """Packs the meshes a screen is about to ask for."""
    for part in solution.parts.values():
        state = part.state
        if state.body is not None:
            _MESHES.get(state.key, lambda state=state: pack_mesh(mesh_of(state)))  # type: ignore[misc]


def packed_mesh(key: str, document: Document | None) -> bytes | None:
    """A packed mesh by its key, from what is kept or by solving the document again."""
    try:
        return _MESHES.get(key, _missing)
    except KeyError:
        if document is None:
            return None
        keep_meshes(solution_of(document))
    try:
        return _MESHES.get(key, _missing)
    except KeyError:
        return None


def _missing() -> bytes:
    raise KeyError
