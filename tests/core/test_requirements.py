"""What is installed for a maker is what the program imports: nothing missing, nothing idle."""

from __future__ import annotations

import re
import subprocess
import sys
from functools import cache
from importlib import metadata
from pathlib import Path

import pytest

from tests.sources import imports

ROOT = Path(__file__).resolve().parents[2]
OURS = {"core", "cli", "workshop", "config", "tests", "benchmarks", "scripts"}


def name_of(text: str) -> str:
    return re.sub(r"[-_.]+", "-", text).lower()


def lines_of(file: str) -> dict[str, str]:
    """Distribution: why it is there, as the file says."""
    found = {}
    for line in (ROOT / file).read_text().splitlines():
        told = re.fullmatch(r"([\w.-]+)==[\w.]+  # (.+)", line)
        if told:
            found[name_of(told[1])] = told[2]
        else:
            assert not line or line.startswith(("#", "-r ")), f"{file}: {line}"
    return found


@cache
def given_by() -> dict[str, set[str]]:
    return {
        module: {name_of(one) for one in names}
        for module, names in metadata.packages_distributions().items()
    }


def imported(*folders: str) -> set[str]:
    """Modules of others that the sources of these folders import anywhere."""
    paths = (path for folder in folders for path in (ROOT / folder).rglob("*.py"))
    found = {name.split(".")[0] for path in paths for name in imports(path)}
    return found - OURS - set(sys.stdlib_module_names)


def needed_by(direct: set[str]) -> set[str]:
    """What these need in turn, without what they only may use."""
    found: set[str] = set()
    waiting = list(direct)
    while waiting:
        try:
            asked = metadata.requires(waiting.pop()) or []
        except metadata.PackageNotFoundError:  # for another Python than this
            continue
        for line in asked:
            if "extra ==" in line:
                continue
            name = name_of(re.match(r"[\w.-]+", line)[0])  # type: ignore[index]
            if name not in found:
                found.add(name)
                waiting.append(name)
    return found


def test_everything_the_program_imports_is_installed_for_it() -> None:
    installed = set(lines_of("requirements.txt"))
    missing = {
        module
        for module in imported("core", "cli", "workshop", "config")
        if module in given_by() and not given_by()[module] & installed
    }
    assert not missing


# asked for at run time by a library that says it can do without
ASKED_FOR = {"networkx", "brotli"}


@pytest.mark.parametrize("file", ["requirements.txt", "requirements-test.txt"])
def test_nothing_is_installed_for_nobody(file: str) -> None:
    tools = {"pre-commit", "mypy", "ruff", "pytest-xdist", "pytest-django", "django-stubs"}
    stubs = re.compile(r"types-.*|.*-stubs.*")
    direct = {name for name, why in lines_of(file).items() if not why.startswith("for ")}
    modules = imported("core", "cli", "workshop", "config", "tests", "benchmarks")
    settings = (ROOT / "config/settings.py").read_text()
    modules |= {module for module in given_by() if f'"{module}.' in settings}
    used = {name for module in modules for name in given_by().get(module, {module})}
    idle = {name for name in direct - used - ASKED_FOR - tools if not stubs.fullmatch(name)}
    assert not idle
    rest = set(lines_of(file)) - direct
    assert (
        not {name for name in rest if not stubs.fullmatch(name)}
        - needed_by(direct | tools | {"selenium", "urllib3"})
        - {"pysocks", "numpy-typing-compat"}
    )


MENDED = """
import sys
import numpy as np

class Closed:
    def find_spec(self, name, path=None, target=None):
        if name.split(".")[0] in sys.argv[1].split(","):
            raise ModuleNotFoundError(name)

sys.meta_path.insert(0, Closed())
import trimesh
from core.proof.mending import mend
box = trimesh.creation.box((20, 20, 20))
faces = np.vstack([box.faces[1:6, ::-1], box.faces[6:]])
points, faces = mend(np.asarray(box.vertices), faces)
print(round(trimesh.Trimesh(points, faces).volume, 3))
"""


def test_a_mesh_is_mended_with_what_a_maker_has_installed() -> None:
    """Libraries that others call only now and then are missed only then."""
    installed = set(lines_of("requirements.txt"))
    closed = {module for module, names in given_by().items() if not names & installed}
    done = subprocess.run(
        [sys.executable, "-c", MENDED, ",".join(closed)],
        cwd=ROOT, capture_output=True, text=True, check=False,
    )  # fmt: skip
    assert done.stdout.strip() == "8000.0", done.stderr
