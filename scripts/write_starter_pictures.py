"""Writes docs/starters: a small moving section of everything there is to begin with.

Run through scripts/screenshots.
"""

from __future__ import annotations

import sys
from pathlib import Path

from core.outlines.svg import outline_path
from core.project.solve import solve
from core.project.starters import NAMES, begun
from core.report import report_on
from core.solids import Frame
from core.solids.sectioned import section_of
from scripts.moving import FILLS, LINE, section_svg


def main(folder: Path) -> None:
    """One SVG a starter."""
    pictures = folder / "starters"
    pictures.mkdir(exist_ok=True)
    for name in NAMES:
        solution = solve(begun(name))
        report = report_on(solution)
        shown = next((fit for fit in reversed(report.fits) if fit.section), None)
        if shown and shown.section:
            picture = section_svg(shown.section, solution.fits[shown.name].meeting)
        else:
            part = next(iter(solution.parts.values()))
            bounds = part.state.solid().bounds
            middle = (0.0, (bounds[1] + bounds[4]) / 2, 0.0)
            upright = Frame(middle, (1.0, 0.0, 0.0), (0.0, -1.0, 0.0))
            picture = _still(section_of(part.state.solid(), upright))
        (pictures / f"{name}.svg").write_text(picture)


def _still(outlines) -> str:  # type: ignore[no-untyped-def]
    boxes = [one.bounds for one in outlines]
    low_x, low_y = min(b[0] for b in boxes), min(b[1] for b in boxes)
    wide, tall = max(b[2] for b in boxes) - low_x, max(b[3] for b in boxes) - low_y
    paths = "".join(
        f'<path d="{outline_path(one)}" fill="{FILLS["a"]}" fill-rule="evenodd" stroke="{LINE}" '
        'vector-effect="non-scaling-stroke"/>'
        for one in outlines
    )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide * 3:.0f}" height="{tall * 3:.0f}"'
        f' viewBox="{low_x - 1:.2f} {-low_y - tall - 1:.2f} {wide + 2:.2f}'
        f' {tall + 2:.2f}">{paths}</svg>\n'
    )


if __name__ == "__main__":
    main(Path(sys.argv[1]))
