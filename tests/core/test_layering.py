"""The core stands alone, and the layers point one way."""

from __future__ import annotations

import ast
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
# single modules below everything: what is refused, what is too much, when to give up
BELOW_ALL = {"errors", "limits", "halting"}
# what each package of the core may import of the core
MAY = {
    "measures": {"measures"},
    "outlines": {"outlines"},
    "solids": {"solids", "outlines"},
    "process": {"process"},
    "proof": {"proof", "solids", "process"},
    "threads": {"threads", "solids", "outlines"},
    "hardware": {"hardware", "threads"},
    "checks": {
        "checks",
        "proof",
        "project",
        "fits",
        "steps",
        "solids",
        "outlines",
        "hardware",
        "threads",
        "process",
        "measures",
    },
    "steps": {"steps", "solids", "outlines", "threads", "hardware", "measures"},
    "fits": {
        "fits",
        "steps",
        "solids",
        "outlines",
        "threads",
        "hardware",
        "process",
        "measures",
    },
}


def imports(path: Path) -> set[str]:
    tree = ast.parse(path.read_text())
    names = [n.module or "" for n in ast.walk(tree) if isinstance(n, ast.ImportFrom)]
    names += [a.name for n in ast.walk(tree) if isinstance(n, ast.Import) for a in n.names]
    return set(names)


@pytest.mark.parametrize("package", MAY)
def test_packages_import_only_what_lies_below(package: str) -> None:
    for path in (ROOT / "core" / package).rglob("*.py"):
        for name in imports(path):
            if name.startswith("core."):
                assert name.split(".")[1] in MAY[package] | BELOW_ALL, f"{path.name} imports {name}"


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
