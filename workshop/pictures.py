"""Pictures for the shelf, drawn aside by `workshop.jobs`: nobody waits for one, and the newest
drawn is shown until then. Where nobody takes from the queue (in tests, at the command line) a
picture is drawn when it is asked for.
"""

from __future__ import annotations

from django.db import transaction

from core.errors import CoreError
from workshop import builders, keeping
from workshop.models import Picture, Project
from workshop.reports import drawn_picture


def newest(project: Project, aside: bool) -> Picture | None:
    """The newest picture there is; drawn now where none is and nobody draws aside. What cannot be
    drawn, or was given up, leaves the picture there was.
    """
    found = Picture.objects.filter(project=project).first()
    if aside or (found and found.version == project.version):
        return found
    try:
        return draw(project)
    except (CoreError, builders.Halted):
        return found


def draw(project: Project, aside: bool = True) -> Picture | None:
    """Draws a project as it stands and keeps the picture; None where it has no solid, and where the
    project was thrown away for good while it was drawn.
    """
    data = builders.ask(drawn_picture, keeping.document_of(project), aside=aside)
    if data is None:
        Picture.objects.filter(project=project).delete()
        return None
    with transaction.atomic():
        if not Project.objects.filter(pk=project.pk).exists():
            return None
        return Picture.objects.update_or_create(
            project=project, defaults={"version": project.version, "data": data}
        )[0]
