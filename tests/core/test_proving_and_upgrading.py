"""The whole report on the command line; documents of version 1 open for ever."""

from __future__ import annotations

import json
from pathlib import Path

import numpy as np
import pytest
import trimesh

from cli.__main__ import main
from core.errors import DocumentError
from core.project.demo import DEMO
from core.project.document import from_data, read_document, write_document
from core.project.schema import VERSION
from core.project.solve import solve
from tests.core.building import block, document, part, rectangle, solved, step

KEPT = Path(__file__).parents[1] / "kept"
# what the command line promises to scripts
PART = {
    "name", "label", "material", "volume_mm3", "area_mm2", "mass_g", "size_mm", "centre_of_mass_mm",
    "closed", "pieces", "hidden_voids", "holds_ml", "wall_min_mm", "slot_min_mm", "overhang_mm2",
    "islands", "fits_bed", "small_part", "steps",
}  # fmt: skip
FIT = {
    "name", "kind", "parts", "feel", "gap_mm", "chance", "severity", "error", "pairs", "walls_left",
    "overlap_mm3", "engaged_mm", "turns", "strength_n", "strain", "goes_together", "motion",
}  # fmt: skip
FINDING = {
    "check",
    "severity",
    "part",
    "fit",
    "step",
    "value",
    "limit",
    "unit",
    "at",
    "message",
    "remedy",
}


def prove(capsys, tmp_path: Path, text: str, *flags: str) -> dict:
    path = tmp_path / "project.json"
    path.write_text(text)
    assert main(["prove", str(path), "--json", *flags]) == 0
    return json.loads(capsys.readouterr().out, parse_constant=lambda name: pytest.fail(name))


@pytest.mark.parametrize("name", ["bait_tin", "drawbridge", "empty"])
def test_prove_keeps_its_promises(capsys, tmp_path, name: str) -> None:
    demo = Path(__file__).parents[2] / f"core/project/demo/{name}.json"
    told = prove(capsys, tmp_path, demo.read_text())
    assert {
        "title",
        "units",
        "severity",
        "parts",
        "fits",
        "findings",
        "measures",
        "readings",
    } <= set(told)
    assert all(set(one) >= PART for one in told["parts"])
    assert all(set(one) >= FIT for one in told["fits"])
    assert all(set(one) >= FINDING for one in told["findings"])
    for one in told["parts"]:
        assert all(
            s["sentence"] and {"id", "kind", "error", "warns", "says"} <= set(s)
            for s in one["steps"]
        )
    if name == "drawbridge":
        assert told["fits"][0]["motion"]["way"] == "turn"


def test_prove_measures_what_it_says(capsys, tmp_path) -> None:
    shell = step("hollow", "shell", wall="2", floor="3")
    told = prove(capsys, tmp_path, write_document(document(part("p", block(), shell))))
    one = told["parts"][0]
    assert one["volume_mm3"] == pytest.approx(32_000 - 36 * 36 * 17)
    assert one["mass_g"] == pytest.approx((32_000 - 36 * 36 * 17) / 1000 * 1.24)
    assert one["holds_ml"] == pytest.approx(36 * 36 * 17 / 1000)
    assert one["size_mm"] == pytest.approx([40, 40, 20]) and one["closed"] is True
    assert one["wall_min_mm"] == pytest.approx(2, abs=0.01) and one["pieces"] == 1
    light = prove(
        capsys, tmp_path, write_document(document(part("p", block(), shell))), "--no-proof"
    )
    assert light["parts"][0]["volume_mm3"] == one["volume_mm3"]
    assert light["parts"][0]["wall_min_mm"] is None and light["readings"] == []


def test_prove_tells_of_a_step_that_cannot_be_built(capsys, tmp_path) -> None:
    wide = step("r", "fillet", size="30")
    path = tmp_path / "p.json"
    path.write_text(write_document(document(part("p", block(), wide))))
    assert main(["prove", str(path), "--json"]) == 0
    told = json.loads(capsys.readouterr().out)
    assert "does not fit" in told["parts"][0]["steps"][1]["error"] and told["severity"] == "stop"
    assert main(["prove", str(path)]) == 0
    assert "stop: a 30 mm fillet does not fit" in capsys.readouterr().out
    assert main(["prove", str(tmp_path / "nothing.json")]) == 2
    out = capsys.readouterr()
    assert out.out == "" and out.err.count("\n") == 1


def test_assembled_parts_lie_where_they_sit(capsys, tmp_path) -> None:
    demo = Path(__file__).parents[2] / "core/project/demo/bait_tin.json"
    out = tmp_path / "out"
    assert main(["build", str(demo), "--out", str(out), "--format", "stl", "--assembled"]) == 0
    tin, lid = (trimesh.load(out / f"{name}.stl") for name in ("tin", "lid"))
    # the lid's top lies above the tin's, both about one axis, and they share no room
    assert lid.bounds[1][2] > tin.bounds[1][2] and lid.bounds[0][2] < tin.bounds[1][2]
    assert np.allclose(lid.centroid[:2], tin.centroid[:2], atol=0.05)


@pytest.mark.parametrize("name", DEMO)
def test_documents_kept_as_version_1_open_and_mean_the_same(name: str) -> None:
    path = Path(__file__).parents[2] / f"core/project/demo/{name}.json"
    data = json.loads(path.read_text())
    assert data["version"] == 1
    project = from_data(data)
    assert project.version == 2 and data["version"] == 1  # what was read is not written on
    assert read_document(write_document(project)) == project


@pytest.mark.parametrize("version", range(1, VERSION + 1))
def test_a_document_of_every_version_opens_and_builds_what_it_built_then(version: int) -> None:
    """Each sample and its volumes were written by the program of its time, and are never altered;
    round walls of version 1 lost a little to their facets."""
    text = (KEPT / f"version_{version}.json").read_text()
    assert json.loads(text)["version"] == version
    solution = solve(read_document(text))
    assert not solution.errors
    expected = json.loads((KEPT / f"version_{version}_volumes.json").read_text())
    for name, volume in expected.items():
        assert solution.parts[name].state.solid().volume_mm3 == pytest.approx(volume, rel=1e-3)


def test_a_document_of_a_newer_program_is_refused_in_words() -> None:
    data = json.loads((KEPT / f"version_{VERSION}.json").read_text())
    with pytest.raises(DocumentError, match=f"version {VERSION + 1} of the format is not known"):
        from_data({**data, "version": VERSION + 1})


def test_noughts_of_version_1_are_what_was_left_alone() -> None:
    place = {"on": "body.top", "x": "0", "y": "3", "out": "0", "turn": "0"}
    further = {
        "mode": "cut",
        "outline": {"kind": "circle", "fields": {"diameter": "5"}},
        "x": "0",
        "y": "0",
        "turn": "0",
    }
    body = step("body", "extrude", rectangle("40", "40"), height="5")
    body["outline"]["more"] = [further]
    loft = {
        **step("l", "loft", {"kind": "circle"}, on=place),
        "stations": [
            {
                "outline": {"kind": "circle", "fields": {}},
                "up": "9",
                "x": "0",
                "y": "0",
                "turn": "0 deg",
            }
        ],
    }
    project = document(part("p", body, loft))
    kept = project.parts[0].steps
    assert (kept[1].place.x, kept[1].place.y, kept[1].place.out) == ("", "3", "")
    assert (kept[1].stations[0].x, kept[1].stations[0].turn) == ("", "")
    assert (kept[0].outline.more[0].x, kept[0].outline.more[0].turn) == ("", "")
    assert solved(part("p", body, loft)).errors == ()


@pytest.mark.parametrize(
    "wrong",
    [
        {"parts": {"name": "p"}},
        {"parts": [3]},
        {"parts": [{"name": "p", "steps": [{"id": "s", "kind": "extrude", "fields": 4}]}]},
        {"parts": [{"name": "p", "steps": "all"}]},
        {"fits": [{"place_a": 7}]},
        {"version": "1"},
    ],
)
def test_a_document_of_version_1_that_is_no_document_is_refused_in_words(wrong) -> None:
    from core.errors import DocumentError

    with pytest.raises(DocumentError):
        from_data({"format": "fair-hinge-project", "version": 1, "title": "x", **wrong})
