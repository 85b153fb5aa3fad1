"""Writes docs/fits.md: every kind of fit with its fields, its working and its section, from the demo.

Run through scripts/screenshots.
"""

from __future__ import annotations

import sys
from pathlib import Path

from core.fits import FITS
from core.project.demo import DEMO, demo_document
from core.project.solve import solve
from core.report import report_on
from core.report.models import FitView, SectionPicture
from scripts.take_step_pictures import fields_table

HEAD = """# Fits

Every relation between two parts that the program can make. The gap is per side, square to the
faces that meet, and measured back on the finished solids; see [how a gap is chosen](gaps.md).
Sections are cut through the play set by the program itself. Made by `scripts/screenshots`.

"""
FILLS = {"a": "#d3e5df", "b": "#f1e0ba"}
SCALE = 16.0


def section_svg(section: SectionPicture) -> str:
    """The section as SVG, dimensions in brass."""
    (low_x, low_y), (high_x, high_y) = section.low, section.high
    scale = min(SCALE, 320 / (high_x - low_x), 260 / (high_y - low_y))

    def at(x: float, y: float) -> str:
        return f"{(x - low_x) * scale:.2f} {(high_y - y) * scale:.2f}"

    parts = []
    for part in section.parts:
        d = " ".join("M" + "L".join(at(x, y) for x, y in loop) + "Z" for loop in part.loops)
        parts.append(
            f'<path d="{d}" fill="{FILLS[part.role]}" fill-rule="evenodd" stroke="#23303a"/>'
        )
    for one in section.dimensions:
        parts.append(
            f'<path d="M{at(*one.start)}L{at(*one.end)}" stroke="#835a10" stroke-width="3"/>'
        )
    wide, tall = (high_x - low_x) * scale, (high_y - low_y) * scale
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.0f}" height="{tall:.0f}" '
        f'viewBox="0 0 {wide:.1f} {tall:.1f}">{"".join(parts)}</svg>\n'
    )


def shown_in_the_demo() -> dict[str, tuple[str, FitView]]:
    """The first fit of each kind in the play set, with its project's title."""
    found: dict[str, tuple[str, FitView]] = {}
    for name in DEMO:
        project = demo_document(name)
        if not any(fit.kind not in found for fit in project.fits):
            continue
        for fit in report_on(solve(project)).fits:
            found.setdefault(fit.kind, (project.title, fit))
    return found


def main(folder: Path) -> None:
    """Writes the page and its sections."""
    pictures = folder / "fits"
    pictures.mkdir(exist_ok=True)
    shown = shown_in_the_demo()
    page = HEAD
    for kind in FITS.values():
        title, fit = shown[kind.kind]
        name = kind.kind.replace(" ", "-")
        if fit.section:
            (pictures / f"{name}.svg").write_text(section_svg(fit.section))
        page += f"## {kind.title}\n\n"
        page += f"Between a {kind.roles[0]} and a {kind.roles[1]}. Also found as: {', '.join(kind.also)}.\n\n"
        page += f"![section]({'fits/' + name}.svg)\n\n"
        page += fields_table(kind.fields) + "\n\n"
        page += f"In the {title.lower()}, {fit.gap_mm:.2f} mm a side:\n\n"
        page += "".join(
            f"- {line.label}: {line.formula} = {line.value_mm:.2f} {line.unit}\n"
            for line in fit.working
        )
        page += "\n"
    (folder / "fits.md").write_text(page)


if __name__ == "__main__":
    main(Path(sys.argv[1]))
