"""What browser tests of whole jobs share: the solid as it is exported, measured by another
program.
"""

from __future__ import annotations

import io
import json
import urllib.request
from typing import Any

import trimesh

from tests.browser.walker import Walker
from workshop.models import Project


def empty_page(walker: Walker) -> int:
    """A new empty page, opened at the desk."""
    walker.go("/")
    walker.press("Empty page")
    walker.see("Nothing here yet")
    return int(walker.driver.current_url.rsplit("/", 1)[1])


def kept(project: int) -> dict[str, Any]:
    """The document as the workshop keeps it."""
    return json.loads(Project.objects.get(id=project).current.document)  # type: ignore[union-attr]


def exported(walker: Walker, project: int, part: str = "part") -> trimesh.Trimesh:
    """A part as it is taken away, in its printing stance."""
    path = f"{walker.url}/api/projects/{project}/export/{part}/stl"
    with urllib.request.urlopen(path) as answer:
        mesh = trimesh.load(io.BytesIO(answer.read()), file_type="stl")
    assert isinstance(mesh, trimesh.Trimesh) and mesh.is_watertight
    return mesh


def path(step: str, rest: str, part: str = "part") -> str:
    """The path of a field as the screen tells it."""
    return f"parts.{part}.steps.{step}.{rest}"
