"""Draws the packages of the core and what imports what, from the sources themselves, as an SVG.

`python -m scripts.write_architecture docs` writes docs/architecture.svg: what lies above imports
what lies below; the wider a line, the more often.
"""

from __future__ import annotations

import ast
import sys
from collections import Counter, defaultdict
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
ROWS = (
    ("workshop", "cli"),
    ("export",),
    ("printing", "report"),
    ("checks",),
    ("project",),
    ("fits", "views"),
    ("steps",),
    ("hardware", "proof", "formats"),
    ("threads",),
    ("solids",),
    ("measures", "outlines", "process"),
)
WIDE, TALL, BOX, HIGH = 760, 68, 128, 34


def packages() -> dict[str, Counter[str]]:
    """How many modules of each package import from each other one."""
    found: dict[str, Counter[str]] = defaultdict(Counter)
    for folder in ("core", "workshop", "cli"):
        for path in (ROOT / folder).rglob("*.py"):
            parts = path.relative_to(ROOT).parts
            own = parts[1] if folder == "core" and len(parts) > 2 else folder
            for node in ast.walk(ast.parse(path.read_text())):
                if isinstance(node, ast.ImportFrom) and node.module and not node.level:
                    names = node.module.split(".")
                    to = names[1] if names[0] == "core" and len(names) > 1 else names[0]
                    if to != own:
                        found[own][to] += 1
    return found


def places() -> dict[str, tuple[float, float]]:
    """The middle of each package's box."""
    return {
        name: (WIDE * (at + 1) / (len(row) + 1), 30 + TALL * level)
        for level, row in enumerate(ROWS)
        for at, name in enumerate(row)
    }


def picture() -> str:
    where = places()
    lines = []
    for own, counts in packages().items():
        for to, count in counts.items():
            if own not in where or to not in where:
                continue
            (x0, y0), (x1, y1) = where[own], where[to]
            bend = (x1 - x0) * 0.1 + (24 if x0 == x1 and y1 - y0 > TALL else 0)
            lines.append(
                f'<path d="M{x0:.0f} {y0 + HIGH / 2:.0f}Q{(x0 + x1) / 2 + bend:.0f}'
                f' {(y0 + y1) / 2:.0f} {x1:.0f} {y1 - HIGH / 2:.0f}"'
                f' stroke-width="{min(0.5 + count / 14, 4):.1f}"/>'
            )
    boxes = [
        f'<g><rect x="{x - BOX / 2:.0f}" y="{y - HIGH / 2:.0f}" width="{BOX}" height="{HIGH}"/>'
        f'<text x="{x:.0f}" y="{y + 5:.0f}">{name}</text></g>'
        for name, (x, y) in where.items()
    ]
    tall = 30 + TALL * (len(ROWS) - 1) + 40
    style = (
        "path{fill:none;stroke:#7a8a86;opacity:.55}rect{fill:#f4efe4;stroke:#22302e}"
        "text{font:15px sans-serif;text-anchor:middle;fill:#22302e}"
    )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDE} {tall}">'
        f"<style>{style}</style>{''.join(lines)}{''.join(boxes)}</svg>\n"
    )


if __name__ == "__main__":
    target = Path(sys.argv[1] if len(sys.argv) > 1 else "docs") / "architecture.svg"
    target.write_text(picture())
    print(target)
