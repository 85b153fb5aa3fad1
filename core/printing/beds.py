"""Everything that is printed laid out on beds, and where to cut what fits none."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from core.checks.part_measures import cuts_for
from core.project.cache import MEASURED, content_key
from core.project.print_groups import Printed, printed_groups
from core.project.results import Solution
from core.proof.bed import check_bed
from core.proof.bed_layout import MARGIN_MM, Layout, lay_out
from core.views.printing import BedsView, CutView, LaidPart, TooLarge

Box = tuple[float, float, float]


def bed_layout(solution: Solution) -> tuple[list[Printed], Layout]:
    """The printed groups of a solution, and how they lie."""
    groups = printed_groups(solution)
    bed = solution.project.process.bed_mm
    key = content_key("beds", [(group.key, group.stance) for group in groups], bed)

    def make() -> Layout:
        points = [standing_points(group) for group in groups]
        return lay_out([p[:, :2] for p in points], [float(p[:, 2].max()) for p in points], bed)

    return groups, MEASURED.get(key, make)


def standing_points(group: Printed) -> NDArray[np.float64]:
    """The corners (n, 3) of what is printed together, as it stands, mm."""
    mesh = group.standing().solid.to_mesh64()
    return np.asarray(mesh.vert_properties, dtype=np.float64)[:, :3]


def beds_view(solution: Solution) -> BedsView:
    """The layout as the screen draws it."""
    groups, layout = bed_layout(solution)
    bed = solution.project.process.bed_mm
    beds: list[list[LaidPart]] = [[] for _ in range(layout.beds)]
    for one in layout.laid:
        group = groups[one.index]
        x, y, z = np.ptp(standing_points(group), axis=0)
        beds[one.bed].append(
            LaidPart(
                parts=_names(group),
                label=_label(group),
                colour=group.parts[0].part.colour,
                turn_deg=one.turn_deg,
                size_mm=(float(x), float(y), float(z)),
                ring=[(float(a), float(b)) for a, b in one.ring],
                at=(float(one.ring[:, 0].mean()), float(one.ring[:, 1].mean())),
            )
        )
    return BedsView(
        bed_mm=bed,
        margin_mm=MARGIN_MM,
        beds=beds,
        too_large=[_too_large(groups[index], bed) for index in layout.left_out],
    )


def _too_large(group: Printed, bed: Box) -> TooLarge:
    short = check_bed(standing_points(group), bed).short_by_mm
    cuts = [
        CutView(axis="xyz"[cut.axis], at_mm=cut.at_mm, section_mm2=cut.section_mm2)
        for cut in cuts_for(group, bed)
    ]
    return TooLarge(parts=_names(group), label=_label(group), short_by_mm=short, cuts=cuts)


def _names(group: Printed) -> list[str]:
    return [part.part.name for part in group.parts]


def _label(group: Printed) -> str:
    return " + ".join(part.part.label or part.part.name for part in group.parts)
