"""Pieces laid out on beds, cut to fit them, and printed assembled."""

from __future__ import annotations

import numpy as np
import pytest
import shapely
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from manifold3d import Manifold

from core.export.parts import export_together
from core.formats.reading import read_mesh
from core.printing.beds import beds_view
from core.printing.ranked_stances import faced_view, stance_views, tipped_view
from core.project.demo import demo_document
from core.project.print_groups import group_of, printed_groups
from core.project.solve import solve
from core.proof.bed_layout import MARGIN_MM, lay_out
from core.proof.splitting import where_to_cut
from core.report import report_on
from core.solids.stance import turn_of
from tests.core.building import part, rectangle, solved, step

BED = (220.0, 220.0, 240.0)


def block(wide: float, deep: float, turn_deg: float = 0.0) -> np.ndarray:  # type: ignore[type-arg]
    points = np.array([[0, 0], [wide, 0], [wide, deep], [0, deep], [wide / 2, deep / 2]], float)
    cos, sin = np.cos(np.radians(turn_deg)), np.sin(np.radians(turn_deg))
    return points @ np.array([[cos, sin], [-sin, cos]])


@settings(max_examples=25)
@given(
    st.lists(
        st.tuples(st.floats(2, 150), st.floats(2, 150), st.floats(0, 90)), min_size=1, max_size=14
    )
)
def test_pieces_keep_their_margin_and_stay_on_the_bed(
    sizes: list[tuple[float, float, float]],
) -> None:
    layout = lay_out([block(*size) for size in sizes], [10.0] * len(sizes), BED)
    assert sorted(one.index for one in layout.laid) == list(range(len(sizes)))
    shapes = [(one.bed, shapely.Polygon(one.ring)) for one in layout.laid]
    for one, (bed, shape) in zip(layout.laid, shapes, strict=True):
        wide, deep, _ = sizes[one.index]
        assert shape.area == pytest.approx(wide * deep, rel=1e-6)  # a rigid move
        x0, y0, x1, y1 = shape.bounds
        assert min(x0, y0) >= -0.02 and max(x1 - BED[0], y1 - BED[1]) <= 0.02
        for other_bed, other in shapes:
            if other is not shape and bed == other_bed:
                assert shape.distance(other) >= MARGIN_MM - 0.02


def test_four_large_plates_take_more_than_one_bed_and_one_too_large_is_left_out() -> None:
    layout = lay_out([block(150, 150)] * 3 + [block(300, 20)], [5.0] * 4, BED)
    assert layout.beds == 3 and layout.left_out == (3,)
    assert lay_out([block(20, 20)], [241.0], BED).left_out == (0,)


def test_a_long_bar_is_cut_where_it_is_slimmest() -> None:
    bar = Manifold.cube((300, 40, 20)) - Manifold.cube((10, 60, 14)).translate((120, -10, 3))
    (cut,) = where_to_cut(bar, BED)
    assert cut.axis == 0 and 120 <= cut.at_mm <= 130
    assert cut.section_mm2 == pytest.approx(40 * 6, rel=1e-6)
    pieces = bar.trim_by_plane((1, 0, 0), cut.at_mm), bar.trim_by_plane((-1, 0, 0), -cut.at_mm)
    for piece in pieces:
        box = piece.bounding_box()
        assert box[3] - box[0] <= BED[0]


def test_a_long_bar_takes_as_many_cuts_as_it_needs() -> None:
    cuts = where_to_cut(Manifold.cube((700, 40, 250)), BED)
    assert [cut.axis for cut in cuts] == [0, 0, 0, 2]
    ends = [0.0, *(cut.at_mm for cut in cuts if cut.axis == 0), 700.0]
    assert max(np.diff(ends)) <= BED[0] + 1e-9


def test_a_part_too_large_says_where_to_cut_it() -> None:
    bar = solved(part("bar", step("body", "extrude", rectangle("320", "20"), height="10")))
    (bed,) = (f for f in report_on(bar).findings if f.check == "bed")
    assert bed.severity == "stop" and "cut it at x = 0 mm (200 mm² cut)" in bed.message
    (large,) = beds_view(bar).too_large
    assert large.cuts[0].at_mm == pytest.approx(0, abs=1e-6)


def test_a_hinged_case_is_one_print_and_its_parts_keep_their_places() -> None:
    solution = solve(demo_document("tackle_case"))
    (group,) = printed_groups(solution)
    assert {p.part.name for p in group.parts} == {"tray", "lid"}
    raw = read_mesh(export_together(solution), "case.3mf")
    laid = trimesh.Trimesh(raw.vertices, raw.triangles, process=False)
    own = group.standing().bounds
    sizes = [own[3] - own[0], own[4] - own[1], own[5] - own[2]]
    assert laid.extents == pytest.approx(sizes, abs=0.01)
    assert laid.volume == pytest.approx(group.solid().volume_mm3, rel=1e-5)
    assert laid.bounds[0] == pytest.approx(
        [(220 - sizes[0]) / 2, (220 - sizes[1]) / 2, 0], abs=0.02
    )


def test_what_hangs_in_a_group_is_told_once() -> None:
    report = report_on(solve(demo_document("tackle_case")))
    hanging = [f for f in report.findings if f.check in ("overhang", "bridge", "island", "bed")]
    assert {f.part for f in hanging} == {"tray"}
    assert len({f.check for f in hanging}) == len(hanging)


def test_standing_a_group_on_a_face_turns_every_part_of_it() -> None:
    document = demo_document("tackle_case")
    solution = solve(document)
    group = group_of(solution, "lid")
    assert group is not None
    view = faced_view(group, "lid", document.process, (0.0, 0.0, -1.0))
    down = group.pose_of("lid")[:, :3] @ [0, 0, -1]
    assert -turn_of(view.stance)[2] == pytest.approx(down, abs=1e-5)
    assert view.stances["lid"] == "bottom"


def test_tipping_by_a_right_angle_stands_a_part_on_its_side() -> None:
    document = demo_document("sluice_gate")
    group = group_of(solve(document), "gate")
    assert group is not None and group.stance == "bottom"
    assert tipped_view(group, document.process, 90, 0).stance in ("front", "back")
    assert tipped_view(group, document.process, 0, 90).stance in ("left", "right")
    assert tipped_view(group, document.process, 180, 0).stance == "top"
    assert tipped_view(group, document.process, 0, 0).chosen


@pytest.mark.parametrize("name", ["seed_box", "tackle_case", "deck"])
def test_how_it_stands_now_is_always_among_the_ways(name: str) -> None:
    document = demo_document(name)
    for group in printed_groups(solve(document)):
        assert sum(view.chosen for view in stance_views(group, document.process)) >= 1


def test_findings_show_where_they_were_measured() -> None:
    report = report_on(solve(demo_document("hook_tin")))
    wall = next(f for f in report.findings if f.check == "wall" and f.severity != "good")
    assert wall.ends is not None and wall.value is not None
    a, b = (np.array(end) for end in wall.ends)
    assert np.linalg.norm(a - b) == pytest.approx(wall.value, abs=1e-6)
