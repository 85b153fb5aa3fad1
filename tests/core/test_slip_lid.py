"""The slip lid: the gap asked for is the gap found on the solids, in both schools."""

from __future__ import annotations

import igl
import numpy as np
import pytest

from core.project.solve import solve
from core.report import report_on
from core.solids import triangle_mesh
from tests.core.building import circle, document, polygon, rectangle, solved, tin
from tests.covering import pairs

OUTLINES = {
    "circle": circle("44"),
    "rectangle": rectangle("60", "40", "6"),
    "sharp": rectangle("60", "40"),
    "octagon": polygon(8, "60", corners="5"),
    "oval": {"kind": "slot", "length": "70", "width": "40"},
}


@pytest.mark.parametrize(
    ("outline", "school", "way", "gap"),
    pairs(OUTLINES, ["lip", "cap"], ["outer", "inner", "half each"], ["0", "0.15", "0.4"]),
)
def test_gap_truth(outline: str, school: str, way: str, gap: str) -> None:
    parts, more = tin(dict(OUTLINES[outline]), school, fit={"gap": gap, "gives_way": way})
    report = report_on(solved(*parts, **more))
    (fit,) = report.fits
    for pair in fit.pairs:
        assert pair.measured_mm == pytest.approx(pair.asked_mm, abs=0.02), pair.name
    assert fit.overlap_mm3 == pytest.approx(0, abs=0.5 if gap == "0" else 1e-6)
    for wall in fit.left:
        assert wall.value_mm == pytest.approx(wall.asked_mm, abs=0.02)


@pytest.mark.parametrize("school", ["lip", "cap"])
def test_gap_agrees_with_libigl_point_distances(school: str) -> None:
    """Sampled distances from libigl bound the exact smallest gap from above, closely."""
    parts, more = tin(dict(OUTLINES["octagon"]), school, fit={"gap": "0.3"})
    solution = solved(*parts, **more)
    meeting = solution.fits["slip"].meeting
    base = triangle_mesh(solution.parts["base"].state.solid())
    lid = triangle_mesh(solution.parts["lid"].state.solid().moved(meeting.pose.matrix))
    pair = meeting.pairs[0]
    inner = lid.corners[lid.on(*pair.b)]
    weights = np.random.default_rng(1).dirichlet((1, 1, 1), (len(inner), 40))
    points = np.einsum("tkc,tcx->tkx", weights, inner).reshape(-1, 3)
    faces = np.ascontiguousarray(base.triangles[base.on(*pair.a)])
    squared = igl.point_mesh_squared_distance(points, base.vertices, faces)[0]
    found = report_on(solution).fits[0].pairs[0].measured_mm
    assert found <= np.sqrt(squared.min()) + 1e-9
    assert np.sqrt(squared.min()) == pytest.approx(0.3, abs=0.02)


def test_headroom_is_apart_from_the_side_gap() -> None:
    parts, more = tin(dict(OUTLINES["rectangle"]), "lip", fit={"gap": "0.2"}, headroom="0.7")
    (fit,) = report_on(solved(*parts, **more)).fits
    found = {pair.name: pair.measured_mm for pair in fit.pairs}
    assert found["side"] == pytest.approx(0.2, abs=0.02)
    assert found["headroom"] == pytest.approx(0.7, abs=1e-6)
    assert fit.across_mm == pytest.approx(0.4)
    drawn = {one.name: one.gap_mm for one in fit.section.dimensions}
    assert drawn["side"] == pytest.approx(0.2, abs=0.02)
    assert drawn["headroom"] == pytest.approx(0.7, abs=1e-4)


def test_machined_and_printed_lids_of_common_practice() -> None:
    # Lip 0.125 in less 0.005 in gives 0.120 in (common practice for a machined lid, no source);
    # 0.03 in on the diameter, 0.015 per side, for a printed one (common practice, no source).
    parts, more = tin(circle("3"), "lip", wall="0.25", fit={"gap": "0.005", "gives_way": "inner"},
                      seam="0.125", headroom="0.01", lead_in="0.02", engagement="0.25")  # fmt: skip
    parts[0]["steps"][0]["fields"]["height"] = "1"
    parts[0]["steps"][1]["fields"]["floor"] = "0.125"
    (fit,) = report_on(solved(*parts, units="in", **more)).fits
    lip = next(wall for wall in fit.left if wall.what == "lip")
    assert lip.value_mm / 25.4 == pytest.approx(0.120, abs=5e-4)
    more["fits"][0]["gap"] = "0.03/2"
    (fit,) = report_on(solved(*parts, units="in", **more)).fits
    assert fit.across_mm / 25.4 == pytest.approx(0.03)
    assert fit.pairs[0].measured_mm / 25.4 == pytest.approx(0.015, abs=5e-4)


def test_a_changed_base_moves_both_parts() -> None:
    parts, more = tin(dict(OUTLINES["octagon"]), "lip")
    small = report_on(solved(*parts, **more))
    parts[0]["steps"][0]["outline"]["fields"]["across"] = "80"
    large = report_on(solved(*parts, **more))
    for name in ("base", "lid"):
        before = next(p for p in small.parts if p.name == name)
        after = next(p for p in large.parts if p.name == name)
        assert after.size_mm[0] - before.size_mm[0] == pytest.approx(20)
    assert large.fits[0].pairs[0].measured_mm == pytest.approx(
        small.fits[0].pairs[0].measured_mm, abs=5e-3
    )


@pytest.mark.parametrize(
    ("school", "fields", "fit", "words"),
    [
        ("lip", {"seam": "2.4"}, {}, "no lip is left"),
        ("lip", {"seam": "0.1"}, {"gap": "0.2"}, "no skirt is left"),
        ("lip", {"lead_in": "3"}, {}, "lead-in does not fit"),
        ("lip", {"engagement": "0"}, {}, "engagement is 0"),
        ("lip", {"headroom": "0-1"}, {}, "headroom is -1"),
        ("cap", {"engagement": "30"}, {}, "reaches 30 mm down a base 24 mm high"),
        ("cap", {}, {"gap": "3", "gives_way": "inner"}, "no wall is left"),
        ("lip", {}, {"gap": "0 - 0.1"}, "would lie in each other"),
        ("lip", {"seam": "rim_wal"}, {}, "perhaps 'rim_wall'"),
    ],
)
def test_what_cannot_fit_is_refused_with_what_would(school, fields, fit, words) -> None:
    parts, more = tin(circle("44"), school, fit=fit, **fields)
    solution = solve(document(*parts, **more))
    assert words in " | ".join(error.one_line() for error in solution.errors)
    assert solution.parts["base"].state.body is not None


def test_a_base_without_a_mouth_is_told_what_to_do() -> None:
    parts, more = tin(circle("44"), "lip")
    del parts[0]["steps"][1]
    (error, *_) = solve(document(*parts, **more)).errors
    assert "no open rim" in error.message and "shell" in error.remedy


def test_zero_gap_is_built_and_its_outcome_said_plainly() -> None:
    parts, more = tin(circle("44"), "lip", fit={"gap": "0"})
    report = report_on(solved(*parts, **more), remedies=True)
    feel = next(f for f in report.findings if f.check == "feel")
    assert feel.severity == "warning" and "no gap at all" in feel.message
    assert feel.remedy.edits[0].path == "fits.slip.gap"
