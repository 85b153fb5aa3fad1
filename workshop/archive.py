"""A project as one file: its history, the meshes it names, its prints with their photos.

The file is a zip: ``about.json`` says what is in it, ``documents/`` holds every revision,
``meshes/`` the meshes as this program and as the maker had them, ``photos/`` those of prints. It is
read back as a project of its own, equal in all of this; the process of a print is found by name.
"""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Iterator
from datetime import date, datetime
from typing import Any

import numpy as np
from django.db import transaction
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from core.errors import CoreError, FormatError
from core.formats.pictures import picture_type
from core.project.document import read_kept
from core.project.schema import Project as Document
from core.solids.imported import mesh_key
from workshop import makers
from workshop.models import MeshFile, Picture, Print, Process, Project, Revision
from workshop.reports import laid

FORMAT, VERSION = "fair-hinge-project-with-history", 1
MOST_BYTES = 600_000_000  # of all that is in it, unpacked
MOST_FILES = 60_000


class _Strict(BaseModel):
    model_config = ConfigDict(extra="ignore", frozen=True)


class RevisionIn(_Strict):
    """A revision as it is told in the file; its document stands apart."""

    number: int = Field(ge=1, lt=2**31)
    parent: int | None = None
    words: str = Field(max_length=400)
    name: str = Field("", max_length=80)
    created: datetime


class PrintIn(_Strict):
    """A print as it is told in the file."""

    revision: int = Field(ge=0, lt=2**31)
    title: str = Field(max_length=120)
    parts: list[str] = []
    process: str = Field("", max_length=120)
    printed: date
    details: dict[str, Any] = {}
    outcomes: list[dict[str, Any]] = []
    readings: list[dict[str, Any]] = []
    made_up: bool = False
    notes: str = ""
    photo: str = ""
    photo_before: str = ""
    created: datetime


class MeshIn(_Strict):
    """A mesh as it is told in the file."""

    key: str = Field(pattern=r"^m[0-9a-f]{24}$")
    name: str = Field(max_length=200)


class About(_Strict):
    """What is in the file."""

    format: str
    version: int
    title: str = Field(max_length=120)
    folder: str = Field("", max_length=60)
    current: int
    revisions: list[RevisionIn] = Field(min_length=1)
    meshes: list[MeshIn] = []
    prints: list[PrintIn] = []


def archive_of(project: Project, using: str = "default") -> bytes:
    """The project as one file, from the books it is in."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        revisions, keys = [], set()
        assert project.current is not None
        numbers = dict(project.revisions.values_list("id", "number"))
        for revision in project.revisions.order_by("number").iterator():
            file.writestr(f"documents/{revision.number}.json", revision.document)
            keys |= set(meshes_in(revision.document))
            parent = numbers.get(revision.parent_id) if revision.parent_id else None
            revisions.append(
                RevisionIn(
                    number=revision.number, parent=parent, words=revision.words,
                    name=revision.name, created=revision.created,
                )
            )  # fmt: skip
        meshes = []
        for mesh in MeshFile.objects.using(using).filter(key__in=keys).order_by("key").iterator():
            # they are compressed as they are
            file.writestr(f"meshes/{mesh.key}.npz", bytes(mesh.data), zipfile.ZIP_STORED)
            file.writestr(f"meshes/{mesh.key}.original", bytes(mesh.original))
            meshes.append(MeshIn(key=mesh.key, name=mesh.name))
        prints = []
        own = Print.objects.using(using).filter(project=project).order_by("created", "id")
        for count, one in enumerate(own):
            photo = f"photos/{count + 1}" if one.photo else ""
            before = f"photos/{count + 1} before" if one.photo_before else ""
            for path, picture in ((photo, one.photo), (before, one.photo_before)):
                if path:
                    file.writestr(path, bytes(picture), zipfile.ZIP_STORED)
            prints.append(
                PrintIn(
                    revision=one.revision, title=one.title, parts=one.parts,
                    process=one.process_name, printed=one.printed, details=one.details,
                    outcomes=one.outcomes, readings=one.readings, made_up=one.made_up,
                    notes=one.notes, photo=photo, photo_before=before, created=one.created,
                )
            )  # fmt: skip
        about = About(
            format=FORMAT, version=VERSION, title=project.title, folder=project.folder,
            current=project.current.number, revisions=revisions, meshes=meshes, prints=prints,
        )  # fmt: skip
        file.writestr("about.json", about.model_dump_json(indent=1))
    return out.getvalue()


def meshes_in(document: str) -> Iterator[str]:
    """The meshes that a document's steps name."""
    for part in json.loads(document).get("parts", []):
        for step in part.get("steps", []):
            key = step.get("fields", {}).get("mesh", "")
            if isinstance(key, str) and key:
                yield key


class _Opened:
    """An archive that is being read: nothing in it is larger than it says or than it may be."""

    def __init__(self, data: bytes, name: str) -> None:
        self.name = name
        try:
            self._file = zipfile.ZipFile(io.BytesIO(data))
        except (zipfile.BadZipFile, OSError, ValueError):
            raise FormatError(f"{name} is no project with its history") from None
        entries = self._file.infolist()
        if len(entries) > MOST_FILES or sum(one.file_size for one in entries) > MOST_BYTES:
            raise FormatError(
                f"{name} unpacks to more than {MOST_BYTES // 1_000_000} MB, or to too many files"
            )

    def read(self, path: str) -> bytes:
        try:
            with self._file.open(path) as file:
                # no more than it says is taken, so that the sum of them all holds
                return file.read(self._file.getinfo(path).file_size)
        except (KeyError, zipfile.BadZipFile, OSError, EOFError, NotImplementedError, RuntimeError):
            raise FormatError(f"{self.name} is damaged: {path} cannot be read") from None


def bring_in(data: bytes, name: str, folder: str | None = None) -> Project:
    """A project of its own from such a file.

    Args:
        folder: where it is put on the shelf; where it lay before if none is given.

    Raises:
        FormatError: no such file, damaged, too large, or from a newer program; nothing is kept.
    """
    opened = _Opened(data, name)
    try:
        about = About.model_validate_json(opened.read("about.json"))
    except ValidationError as error:
        where = ".".join(str(one) for one in error.errors()[0]["loc"])
        raise FormatError(f"{name} is damaged: {where or 'about.json'} cannot be read") from None
    if about.format != FORMAT:
        raise FormatError(f"{name} is no project with its history")
    if about.version > VERSION:
        raise FormatError(f"{name} was written by a newer program than this one")
    documents: dict[int, tuple[str, Document]] = {}
    for revision in about.revisions:
        raw = opened.read(f"documents/{revision.number}.json")
        try:
            text = raw.decode()
            documents[revision.number] = text, read_kept(text)
        except (CoreError, UnicodeDecodeError) as error:
            words = error.message if isinstance(error, CoreError) else "it is no text"
            raise FormatError(f"{name}, revision {revision.number}: {words}") from None
    if about.current not in documents or len(documents) != len(about.revisions):
        raise FormatError(f"{name} is damaged: its revisions do not add up")
    meshes = [_mesh(opened, mesh) for mesh in about.meshes]
    photos = [
        tuple(opened.read(path) if path else b"" for path in (one.photo, one.photo_before))
        for one in about.prints
    ]
    if any(photo and picture_type(photo) is None for both in photos for photo in both):
        raise FormatError(f"{name} holds a photo that is none")
    summary = laid(documents[about.current][1])
    with transaction.atomic():
        for mesh in meshes:
            if not MeshFile.objects.filter(key=mesh.key).exists():
                mesh.save()
        where = about.folder if folder is None else folder[:60]
        project = Project.objects.create(
            title=about.title, folder=where, summary=summary, owner=makers.here()
        )
        _write_revisions(project, about, documents)
        _write_prints(project, about, photos)
    return project


def _mesh(opened: _Opened, mesh: MeshIn) -> MeshFile:
    """A mesh as it is kept, its key proved by what is in it."""
    packed = opened.read(f"meshes/{mesh.key}.npz")
    try:
        inside = zipfile.ZipFile(io.BytesIO(packed)).infolist()
        if sum(one.file_size for one in inside) > MOST_BYTES:
            raise FormatError(f"{opened.name}: a mesh in it is too large")
        with np.load(io.BytesIO(packed), allow_pickle=False) as arrays:
            key = mesh_key(arrays["vertices"], arrays["triangles"])
    except (OSError, ValueError, KeyError, EOFError, zipfile.BadZipFile):
        raise FormatError(f"{opened.name} is damaged: a mesh cannot be read") from None
    if key != mesh.key:
        raise FormatError(f"{opened.name} is damaged: a mesh is not the one it says it is")
    original = opened.read(f"meshes/{mesh.key}.original")
    return MeshFile(key=key, name=mesh.name, data=packed, original=original)


def _write_revisions(
    project: Project, about: About, documents: dict[int, tuple[str, Document]]
) -> None:
    made: dict[int, Revision] = {}
    for told in sorted(about.revisions, key=lambda one: one.number):
        revision = made[told.number] = project.revisions.create(
            number=told.number,
            parent=made.get(told.parent) if told.parent else None,
            document=documents[told.number][0],
            words=told.words,
            name=told.name,
        )
        Revision.objects.filter(id=revision.id).update(created=told.created)
    project.current = made[about.current]
    project.version = max(made)
    project.save(update_fields=["current", "version", "updated"])
    Picture.objects.filter(project=project).delete()


def _write_prints(project: Project, about: About, photos: list[tuple[bytes, ...]]) -> None:
    for told, (photo, before) in zip(about.prints, photos, strict=True):
        one = Print.objects.create(
            project=project,
            revision=told.revision,
            title=told.title,
            parts=told.parts,
            process=Process.objects.filter(name=told.process).first(),
            process_name=told.process,
            printed=told.printed,
            details=told.details,
            outcomes=told.outcomes,
            readings=told.readings,
            made_up=told.made_up,
            notes=told.notes,
            photo=photo,
            photo_before=before,
        )
        Print.objects.filter(id=one.id).update(created=told.created)
