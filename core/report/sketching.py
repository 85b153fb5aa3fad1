"""Solids to look at while a change is still being proved: no number is read off them."""

from __future__ import annotations

from core.checks.finished import mesh_of
from core.project.results import PartResult, Solution
from core.proof.mass import measure_bulk
from core.report.distances import held_views
from core.report.things import things_of
from core.views.report import FaceView, HeldView, SketchFit, SketchPart, SketchView


def sketch_view(solution: Solution) -> SketchView:
    """What the stage draws of a document solved as a sketch.

    >>> from core.project.solve import sketch
    >>> from core.project.starters import begun
    >>> [part.name for part in sketch_view(sketch(begun("lidded_box"))).parts]
    ['base', 'lid']
    """
    parts = []
    for result in solution.parts.values():
        if result.state.body is None:
            continue
        mesh = mesh_of(result.state)
        bulk = measure_bulk(mesh)
        faces = [FaceView(step=step, face=face) for step, face in mesh.faces]
        parts.append(
            SketchPart(
                name=result.part.name,
                key=result.state.key,
                faces=faces,
                size_mm=bulk.size_mm,
                centre_mm=bulk.centre_mm,
                held=_held(result),
            )
        )
    fits = [
        SketchFit(
            name=name,
            pose=[float(v) for v in fit.meeting.pose.matrix.ravel()],
            things=[view for view, _ in things_of(fit, solution)],
        )
        for name, fit in solution.fits.items()
        if fit.meeting
    ]
    return SketchView(parts=parts, fits=fits)


def _held(result: PartResult) -> dict[str, list[HeldView]]:
    path = f"parts.{result.part.name}.steps"
    found = {one.step.id: held_views(f"{path}.{one.step.id}", one) for one in result.steps}
    return {step: views for step, views in found.items() if views}
