"""Meshes brought in: read, described, mended if asked, kept, and found again by key."""

from __future__ import annotations

import io
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from core.errors import FormatError
from core.formats.reading import read_mesh
from core.project.document import from_data
from core.project.schema import Project as Document
from core.proof.mending import find_faults, mend
from core.solids.imported import Points, Triangles, find_meshes_with, keep_mesh
from workshop.models import MeshFile

MOST_TRIANGLES = 2_000_000


@dataclass(frozen=True)
class BroughtIn:
    """A mesh as read: what was wrong with it, what is after mending, and its document if sound."""

    triangles: int
    faults: list[str]
    left: list[str]
    document: Document | None


def bring_in(data: bytes, name: str, units: str, mending: bool) -> BroughtIn:
    """Reads a mesh; an unsound one is only described unless it is to be mended.

    Raises:
        FormatError: no mesh, or more triangles than a desk can work with.
    """
    *_, found = bringing_in(data, name, units, mending)
    assert isinstance(found, BroughtIn)
    return found


def bringing_in(data: bytes, name: str, units: str, mending: bool) -> Iterator[str | BroughtIn]:
    """As `bring_in`, telling what is being done before each thing; at last what came of it."""
    yield "reading"
    raw = read_mesh(data, name, units)
    if len(raw.triangles) > MOST_TRIANGLES:
        raise FormatError(
            f"{name} holds {len(raw.triangles):,} triangles; a desk works with {MOST_TRIANGLES:,}",
            remedy=f"./fairhinge check {name} proves it on the command line",
        )
    vertices, triangles = raw.vertices, raw.triangles
    yield "looking for faults"
    before = find_faults(vertices, triangles)
    after = before
    if mending and not before.sound:
        yield "mending"
        vertices, triangles = mend(vertices, triangles)
        after = find_faults(vertices, triangles)
    document = None
    if after.closes and (before.sound or mending):
        key = keep(vertices, triangles, name, data)
        document = _document(key, name)
    yield BroughtIn(len(triangles), before.told(), after.told(), document)


def keep(vertices: Points, triangles: Triangles, name: str, original: bytes) -> str:
    """Keeps a mesh under its key."""
    key = keep_mesh(vertices, triangles)
    packed = io.BytesIO()
    np.savez_compressed(packed, vertices=vertices, triangles=triangles)
    MeshFile.objects.get_or_create(
        key=key, defaults={"name": name[:200], "data": packed.getvalue(), "original": original}
    )
    return key


def find(key: str) -> tuple[Points, Triangles] | None:
    """A kept mesh by its key."""
    kept = MeshFile.objects.filter(key=key).first()
    if kept is None:
        return None
    with np.load(io.BytesIO(bytes(kept.data)), allow_pickle=False) as arrays:
        return arrays["vertices"], arrays["triangles"]


def _document(key: str, name: str) -> Document:
    stem = name.rpartition(".")[0][:100] or name[:100]
    step = {"id": "mesh", "kind": "mesh", "fields": {"mesh": key, "file": name[:200]}}
    part = {"name": "part", "label": stem[:120], "steps": [step]}
    return from_data(
        {"format": "fair-hinge-project", "version": 1, "title": stem[:120], "parts": [part]}
    )


find_meshes_with(find)
