"""The command line as a maker meets it."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path

import pytest
import trimesh

from core.project.demo import demo_document
from core.project.document import write_document

ROOT = Path(__file__).resolve().parents[2]


def run(*arguments: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [ROOT / "fairhinge", *arguments], capture_output=True, text=True, timeout=60
    )


def test_eval_json() -> None:
    done = run("eval", "2.5in/2 - 1/8in", "--json")
    assert done.returncode == 0
    assert json.loads(done.stdout) == {"mm": 28.575, "text": "28.575 mm"}


def test_eval_in_inches_and_angles() -> None:
    assert run("eval", "1.25/2", "--units", "in").stdout == "0.625 in\n"
    assert json.loads(run("eval", "atan2(1, 1)", "--json").stdout) == {"deg": 45.0, "text": "45°"}


@pytest.mark.parametrize("text", ["2 +", "wall", "1/0", "import os", ""])
def test_bad_expressions_give_one_line_with_the_position(text: str) -> None:
    done = run("eval", text)
    assert done.returncode == 2 and done.stdout == ""
    assert len(done.stderr.splitlines()) == 1 and "at character" in done.stderr


def test_build_writes_every_part(tmp_path: Path) -> None:
    project = tmp_path / "tin.json"
    project.write_text(write_document(demo_document("bait_tin")))
    done = run("build", str(project), "--out", str(tmp_path / "out"), "--format", "stl", "--json")
    assert done.returncode == 0, done.stderr
    told = json.loads(done.stdout)
    assert told["files"] == ["lid.stl", "tin.stl"]
    mesh = trimesh.load_mesh(tmp_path / "out" / "tin.stl")
    tin = next(p for p in told["parts"] if p["part"] == "tin")
    assert mesh.volume == pytest.approx(tin["volume_mm3"], rel=1e-5)
    gap = next(g for g in told["gaps"] if g["gap"] == "side")
    assert gap["mm"] == pytest.approx(gap["asked_mm"], abs=0.02)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("{", "not JSON"),
        ('{"format": "fair-hinge-project", "version": 9}', "version"),
        (
            (
                '{"format": "fair-hinge-project", "version": 1, "title": "x", "parts": [{"name":'
                ' "a", "steps": [{"id": "s", "kind": "hole", "fields": {"diameter": "2 +"}}]}]}'
            ),
            "parts.a.steps.s",
        ),
    ],
)
def test_build_refuses_what_is_wrong(tmp_path: Path, text: str, words: str) -> None:
    project = tmp_path / "bad.json"
    project.write_text(text)
    done = run("build", str(project), "--out", str(tmp_path / "out"))
    assert done.returncode == 2 and done.stdout == "" and words in done.stderr
    assert not (tmp_path / "out").exists()


def test_flex_pushes_one_measure(tmp_path: Path) -> None:
    file = tmp_path / "gate.json"
    file.write_text(write_document(demo_document("sluice_gate")))
    done = run("flex", str(file), "--measure", "thick", "--json")
    (told,) = json.loads(done.stdout)
    assert told["measure"] == "thick" and told["value"] == 3
    assert told["breaks_below"] < told["holds_from"] < 3 < told["holds_to"]
    assert told["holds_from"] == pytest.approx(0.9, abs=0.03)  # two lines of a 0.4 mm nozzle
    assert "two lines" in told["why_below"]
    none = run("flex", str(file), "--measure", "thik")
    assert none.returncode == 2 and none.stdout == "" and "one of" in none.stderr


def test_missing_files_and_arguments() -> None:
    assert run("build", "nowhere.json", "--out", "x").returncode == 2
    assert run().returncode == 2
    assert run("eval", "1", "--units", "furlong").returncode == 2
