"""What the checks found, as drawn on the solids, and the legend that reads it."""

from __future__ import annotations

import numpy as np

import core.checks.all_checks  # noqa: F401  (registers the checks)
from core.checks.check import CHECKS
from core.checks.limits import FACETS_MM, LINES_STOP, LINES_WARN, narrowest_slot_mm
from core.checks.part_measures import measure_part
from core.measures.display import in_unit
from core.process import Process
from core.project.cache import MEASURED, content_key
from core.project.print_groups import Printed, printed_groups
from core.project.results import PartResult, Solution
from core.proof.marks import KINDS, Marks, mark_surface
from core.proof.setting import Setting
from core.views.printing import MarkedPart, MarkLegend, MarksView
from core.views.report import Severity

# hatching by level: 1 wide, 3 close
LEVELS: tuple[Severity, ...] = ("note", "note", "warning", "stop")
DOT_MM2 = 1.0  # less than this is not worth a line of the legend


def marks_key(result: PartResult, group: Printed, process: Process) -> str:
    """What the marks of a part follow from."""
    limit = narrowest_slot_mm(process)
    return content_key(
        "marks", result.state.key, group.key, group.stance, Setting.of(process), limit
    )


def marks_of(result: PartResult, group: Printed, process: Process) -> Marks:
    """The marked pieces of a built part's surface, as it stands in what it is printed with."""

    def make() -> Marks:
        measured = measure_part(result, process, group)
        assert measured.layers is not None  # a part of a project is a closed solid
        return mark_surface(
            measured.mesh,
            measured.to_bed,
            measured.overhang.triangles,
            measured.layers,
            (
                LINES_STOP * process.line_mm - FACETS_MM,
                LINES_WARN * process.line_mm - FACETS_MM,
            ),
            narrowest_slot_mm(process),
            process.bridge_limit_mm,
            process.layer_mm,
        )

    return MEASURED.get(marks_key(result, group, process), make)


def marks_view(solution: Solution) -> MarksView:
    """The marks of every printed part, and one legend for all of them.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> len(marks_view(solve(begun("lidded_box"))).parts)
    2
    """
    process = solution.project.process
    parts, areas = [], np.zeros((len(KINDS), 4))
    for group in printed_groups(solution):
        for result in group.parts:
            marks = marks_of(result, group, process)
            np.add.at(areas, (marks.kind, marks.level), marks.area_mm2)
            key = marks_key(result, group, process)
            parts.append(MarkedPart(part=result.part.name, key=key))
    legend = [
        MarkLegend(
            kind=kind,
            level=level,
            severity=LEVELS[level],
            words=in_unit(
                f"{_words(kind, level, process)}: {areas[index, level]:.0f} mm²",
                solution.project.units,
            ),
            area_mm2=float(areas[index, level]),
        )
        for index, kind in enumerate(KINDS)
        for level in (3, 2, 1)
        if areas[index, level] > DOT_MM2
    ]
    return MarksView(parts=parts, legend=legend)


def _words(kind: str, level: int, process: Process) -> str:
    """What the hatching means, by the checks it belongs to."""
    told = [check.legend(level, process) for check in CHECKS.values() if kind in check.hatched]
    return next(words for words in told if words)
