"""Breaks important lines of core, workshop and screens one at a time in a copy of the tree, and
runs the tests nearest to each.

A broken line that no test notices is told: it needs one. Run `python -m scripts.break_lines`, or
with words to break only the lines that hold them. Nothing of the tree itself is touched.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from scripts.lines_to_break import BREAKS, Break

ROOT = Path(__file__).resolve().parents[1]
COPIED = (
    "core",
    "cli",
    "config",
    "workshop",
    "tests",
    "scripts",
    "docs",
    "pyproject.toml",
    "manage.py",
    "fairhinge",
)
AT_ONCE = 2
LONGEST_S = 400


def main(words: list[str]) -> int:
    chosen = [one for one in BREAKS if all(word in f"{one.file} {one.line}" for word in words)]
    missing = [one for one in chosen if (ROOT / one.file).read_text().count(one.line) < 1]
    for one in missing:
        print(f"no such line any more: {one.file}: {one.line}")
    chosen = [one for one in chosen if one not in missing]
    with ThreadPoolExecutor(AT_ONCE) as workers:
        noticed = list(workers.map(_noticed, chosen))
    survived = [one for one, seen in zip(chosen, noticed, strict=True) if not seen]
    for one in survived:
        print(f"unnoticed: {one.file}: {one.line.strip()} -> {one.broken.strip()}")
    print(f"{len(survived)} of {len(chosen)} survive unnoticed")
    return 1 if len(survived) > 3 or missing else 0


def _noticed(one: Break) -> bool:
    """Whether the tests nearest to a line fail once it is broken."""
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder)
        for name in COPIED:
            source = ROOT / name
            if source.is_dir():
                shutil.copytree(source, copy / name, ignore=shutil.ignore_patterns("__pycache__"))
            elif source.exists():
                shutil.copy(source, copy / name)
        (copy / "web").mkdir()
        for source in (ROOT / "web").iterdir():
            if source.name == "src" and one.file.startswith("web/"):
                shutil.copytree(source, copy / "web/src")
            else:
                (copy / "web" / source.name).symlink_to(source)
        path = copy / one.file
        path.write_text(path.read_text().replace(one.line, one.broken, 1))
        wanted = [[*one.tests, "-k", one.only], [*one.tests]] if one.only else [[*one.tests]]
        noticed = any(_fails(copy, tests) for tests in wanted)
        print("." if noticed else "!", end="", flush=True)
        return noticed


def _fails(copy: Path, tests: list[str]) -> bool:
    """Whether some tests fail in a copy; those that take too long count as failing."""
    command = [sys.executable, "-m", "pytest", "-q", "-x", "-p", "no:cacheprovider", *tests]
    if tests[0].startswith("src/"):
        command = ["node_modules/.bin/vitest", "run", *tests]
        copy = copy / "web"
    env = {**os.environ, "FAIRHINGE_VAR": str(copy / "var"), "PYTHONDONTWRITEBYTECODE": "1"}
    try:
        done = subprocess.run(
            command, cwd=copy, env=env, capture_output=True, timeout=LONGEST_S, check=False
        )
    except subprocess.TimeoutExpired:
        return True
    if done.returncode not in (0, 1, 5):  # 5: no test is so called
        print(f"the tests could not run: {tests}\n{done.stdout.decode()[-800:]}")
    return done.returncode not in (0, 5)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
