"""The core stands alone, and the layers point one way."""

from __future__ import annotations

import ast
import os
import re
import subprocess
import sys
from pathlib import Path

import pytest

from tests.sources import imports

ROOT = Path(__file__).resolve().parents[2]
# single modules below everything: what is refused, what is too much, when to give up
BELOW_ALL = {"errors", "limits", "halting"}
# the packages of the core, what lies below first: each may import what it names, nothing else
MAY: dict[str, set[str]] = {
    "process": set(),
    "measures": set(),
    "outlines": set(),
    "solids": {"outlines"},
    "formats": {"solids", "outlines"},
    "proof": {"solids", "process"},
    "threads": {"solids", "outlines"},
    "hardware": {"threads"},
    "steps": {"solids", "outlines", "threads", "hardware", "measures"},
    "views": {"steps", "process"},
    "fits": {"steps", "solids", "outlines", "threads", "hardware", "process", "measures"},
    "project": {
        *("views", "fits", "steps", "solids", "outlines", "threads", "process", "measures"),
        "fingerprint",
    },
    "checks": {
        *("proof", "project", "fits", "steps", "solids", "hardware", "threads", "process"),
        "measures",
    },
    "report": {
        *("views", "checks", "formats", "proof", "project", "fits", "steps", "solids"),
        *("outlines", "process", "measures"),
    },
    "printing": {
        *("views", "checks", "formats", "proof", "project", "fits", "steps", "solids", "hardware"),
        *("process", "measures"),
    },
    "export": {"printing", "checks", "formats", "project", "solids"},
}


@pytest.mark.parametrize("package", MAY)
def test_packages_import_only_what_lies_below(package: str) -> None:
    for path in (ROOT / "core" / package).rglob("*.py"):
        for name in imports(path):
            if name.startswith("core."):
                of = name.split(".")[1]
                assert of in MAY[package] | BELOW_ALL | {package}, f"{path.name} imports {name}"


def test_the_table_names_every_package_and_has_no_circle() -> None:
    there = {path.parent.name for path in (ROOT / "core").glob("*/__init__.py")}
    assert there == set(MAY)
    seen: set[str] = {"fingerprint"}
    for package, below in MAY.items():
        assert below <= seen, f"{package} stands above {below - seen}"
        seen.add(package)


def test_the_core_knows_no_web_framework() -> None:
    for path in (ROOT / "core").rglob("*.py"):
        for name in imports(path):
            assert name.split(".")[0] not in {"django", "ninja", "workshop", "config"}, path


def test_every_package_opens_with_a_map() -> None:
    for path in (ROOT / "core").glob("*/__init__.py"):
        assert len((ast.get_docstring(ast.parse(path.read_text())) or "").splitlines()) > 3, path


def test_eval_imports_only_what_it_needs() -> None:
    code = (
        "import sys; from cli.__main__ import main; main(['eval', '1in']);"
        "print([m for m in ('numpy', 'django', 'pydantic', 'manifold3d') if m in sys.modules])"
    )
    done = subprocess.run([sys.executable, "-c", code], cwd=ROOT, capture_output=True, text=True)
    assert done.stdout.splitlines() == ["25.4 mm", "[]"]


# folders of the screens, what lies below first; what lies at the root puts them together
SCREENS = (
    *("api", "route", "ui", "project", "finder", "stage", "field", "readings", "outline"),
    *("sheet", "fitrail", "fitdesk", "print", "door", "records", "bench", "read", "shelf", "desk"),
)
LEADS = re.compile(r'(?:from|import\()\s*"(\.[^"]+)"')


def test_folders_of_the_screens_import_only_what_lies_below() -> None:
    """One order holds for all of them, so there is no circle."""
    source = ROOT / "web/src"
    assert {path.name for path in source.iterdir() if path.is_dir()} == {*SCREENS, "testing"}
    for path in [*source.rglob("*.ts"), *source.rglob("*.svelte")]:
        own = path.relative_to(source).parts[0]
        if own not in SCREENS or ".test." in path.name:
            continue
        for spec in LEADS.findall(path.read_text()):
            to = os.path.relpath(os.path.normpath(path.parent / spec), source).split(os.sep)
            assert len(to) > 1, f"{own}/{path.name} imports {spec} from the root"
            assert SCREENS.index(to[0]) <= SCREENS.index(own), f"{own}/{path.name} imports {spec}"
