"""Writes docs/fits.md: every kind of fit with its fields, its working and its section, from the
play set; a kind that it does not show, from two blocks.

Run by itself, or through scripts/screenshots.
"""

from __future__ import annotations

import sys
from pathlib import Path

from core.fits import FITS
from core.fits.registry import Meeting
from core.project.beginning_fits import begin_fit
from core.project.demo import DEMO, demo_document
from core.project.document import from_data
from core.project.schema import FORMAT, VERSION
from core.project.solve import solve
from core.report import report_on
from core.views.report import FitView
from scripts.moving import section_svg
from scripts.take_step_pictures import fields_table

HEAD = """# Fits

Every relation between two parts that the program can make. The gap is per side, square to the
faces that meet, and measured back on the finished solids; see [how a gap is chosen](gaps.md).
Sections are cut through the play set by the program itself. Made by `scripts/write_fits_page.py`.

"""


def shown_in_the_demo() -> dict[str, tuple[str, FitView, Meeting | None]]:
    """The first fit of each kind in the play set, with its project's title."""
    found: dict[str, tuple[str, FitView, Meeting | None]] = {}
    for name in DEMO:
        project = demo_document(name)
        if not any(fit.kind not in found for fit in project.fits):
            continue
        solution = solve(project)
        for fit in report_on(solution).fits:
            found.setdefault(
                fit.kind, (f"the {project.title.lower()}", fit, solution.fits[fit.name].meeting)
            )
    return found


def between_blocks(kind: str) -> tuple[str, FitView, Meeting | None]:
    """A fit of a kind as it begins between two blocks."""
    outline = {"kind": "rectangle", "fields": {"width": "60 mm", "depth": "60 mm"}}
    block = {"id": "block", "kind": "extrude", "outline": outline, "fields": {"height": "30 mm"}}
    parts = [{"name": name, "steps": [block]} for name in ("one", "other")]
    blocks = from_data({"format": FORMAT, "version": VERSION, "title": "Blocks", "parts": parts})
    faces = ("block.top", "block.bottom")
    project, name = begin_fit(solve(blocks), kind, 0, ("one", "other"), faces)
    solution = solve(project)
    (fit,) = report_on(solution, proof=False).fits
    return "two blocks", fit, solution.fits[name].meeting


def main(folder: Path) -> None:
    """Writes the page and its sections."""
    pictures = folder / "fits"
    pictures.mkdir(exist_ok=True)
    shown = shown_in_the_demo()
    page = HEAD
    for kind in FITS.values():
        title, fit, meeting = shown.get(kind.kind) or between_blocks(kind.kind)
        name = kind.kind.replace(" ", "-")
        if fit.section:
            (pictures / f"{name}.svg").write_text(section_svg(fit.section, meeting))
        page += f"## {kind.title}\n\n"
        page += (
            f"Between a {kind.roles[0]} and a {kind.roles[1]}. Also found as:"
            f" {', '.join(kind.also)}.\n\n"
        )
        page += f"![section]({'fits/' + name}.svg)\n\n"
        page += fields_table(kind.fields) + "\n\n"
        page += f"In {title}, {fit.gap_mm:.2f} mm a side:\n\n"
        page += "".join(
            f"- {line.label}: {line.formula} = {line.value_mm:.2f} {line.unit}".rstrip() + "\n"
            for line in fit.working
        )
        page += "\n"
    (folder / "fits.md").write_text(page)


if __name__ == "__main__":
    main(Path(sys.argv[1]))
