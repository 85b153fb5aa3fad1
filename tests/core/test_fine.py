"""Details too small to print: each against a solid made to be just too small, and just not."""

from __future__ import annotations

import pytest
import trimesh
from manifold3d import Manifold

from core.checks.finding import Finding
from core.checks.judge import findings_of
from core.formats.reading import read_mesh
from core.process import Process
from core.proof.relief import shallow_reliefs
from core.report import apply_edits, report_on
from core.report.mesh_check import check_mesh
from core.solids import Body, triangle_mesh
from tests.core.building import part, rectangle, solved, step

LAYER, SIDE = 0.2, 0.22


def block_with(pocket: tuple[float, float, float], at: tuple[float, float, float]) -> list:
    block = Manifold.cube((20, 20, 10)) - Manifold.cube(pocket).translate(at)
    return shallow_reliefs(triangle_mesh(Body(block)), LAYER, SIDE)


@pytest.mark.parametrize("depth", [0.05, 0.12, 0.19])
def test_an_engraving_less_than_a_layer_deep(depth: float) -> None:
    found = block_with((6, 6, 5), (7, 7, 10 - depth))
    assert found and all(one.level for one in found)
    assert found[0].height_mm == pytest.approx(depth, abs=1e-6)
    (x, y, z0), (_, _, z1) = found[0].ends
    assert (z0, z1) == pytest.approx((10 - depth, 10)) and 6.9 < x < 13.1 and 6.9 < y < 13.1


@pytest.mark.parametrize("depth", [0.2, 0.4, 3.0])
def test_an_engraving_of_a_layer_or_more_is_no_trouble(depth: float) -> None:
    assert block_with((6, 6, 5), (7, 7, 10 - depth)) == []


@pytest.mark.parametrize(("depth", "shows"), [(0.15, False), (0.3, True)])
def test_across_the_bed_half_a_line_counts(depth: float, shows: bool) -> None:
    found = block_with((6, 5, 4), (7, -5 + depth, 3))
    assert (found == []) is shows and not any(one.level for one in found)


def test_faces_at_almost_one_height_far_apart_are_no_relief() -> None:
    plate = Manifold.cube((60, 10, 2))
    posts = [Manifold.cube((5, 5, h)).translate((x, 2, 0)) for x, h in ((5, 20.0), (50, 20.1))]
    assert shallow_reliefs(triangle_mesh(Body(plate + posts[0] + posts[1])), LAYER, SIDE) == []


def fine(*steps) -> list[Finding]:
    solution = solved(part("part", *steps))
    assert not solution.errors
    return [one for one in findings_of(solution) if one.check == "fine detail"]


PLATE = step("plate", "extrude", rectangle("40", "20"), height="6")


@pytest.mark.parametrize(("across", "closes"), [("0.6", True), ("0.85", True), ("1.0", False)])
def test_a_hole_under_two_lines_closes(across: str, closes: bool) -> None:
    found = fine(PLATE, step("pin", "hole", on="plate.top", diameter=across, reach="through"))
    assert [one.step for one in found] == (["pin"] if closes else [])
    if closes:
        assert found[0].value == pytest.approx(float(across), rel=0.03)
        assert found[0].limit == pytest.approx(0.9)


@pytest.mark.parametrize("mode", ["cut", "raised"])
@pytest.mark.parametrize(("capitals", "closes"), [("2.2 mm", True), ("9 mm", False)])
def test_strokes_under_a_line_are_lost(capitals: str, closes: bool, mode: str) -> None:
    label = step("label", "text", on="plate.top", text="LOCK", height=capitals, mode=mode)
    assert ("label" in [one.step for one in fine(PLATE, label)]) is closes


def test_a_shallow_label_is_made_two_layers_deep() -> None:
    label = step(
        "label", "text", on="plate.top", text="LOCK", height="9 mm", mode="cut", depth="0.1"
    )
    (found,) = fine(PLATE, label)
    assert found.severity == "warning" and found.value == pytest.approx(0.1, abs=1e-6)
    assert found.remedy is not None and found.remedy.label == "make the depth 0.4 mm"
    cured = apply_edits(solved(part("part", PLATE, label)).project, found.remedy.edits)
    after = report_on(solved_again(cured))
    assert not [one for one in after.findings if one.check == "fine detail"]


def solved_again(project):
    from core.project.solve import solve

    return solve(project)


def test_a_relief_groove_turned_too_shallow_is_told() -> None:
    """A groove 0.1 mm deep round a shaft: every facet of it lies 0.1 mm inside the shaft's."""
    half = "right 10, up 12, left 0.1, up 2, right 0.1, up 12, left 10, close"
    found = fine(step("shaft", "revolve", {"kind": "moves", "moves": half}))
    assert found and found[0].severity == "note" and found[0].value == pytest.approx(0.1, abs=0.01)


def test_a_mesh_from_elsewhere_is_told_of_its_shallow_step() -> None:
    block = trimesh.creation.box((20, 20, 10))
    pocket = trimesh.creation.box((6, 6, 2))
    pocket.apply_translation((0, 0, 5.9))  # reaches 0.1 mm into the top
    cut = trimesh.boolean.difference([block, pocket], engine="manifold")
    told = check_mesh(read_mesh(cut.export(file_type="stl"), "b.stl"), "b.stl", Process())
    (found,) = (one for one in told["findings"] if one["check"] == "fine detail")
    assert found["value"] == pytest.approx(0.1, abs=1e-4) and found["limit"] == 0.2
    assert found["at"][2] == pytest.approx(4.9, abs=1e-4)  # in the file's own coordinates
