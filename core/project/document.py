"""Reading and writing project documents."""

from __future__ import annotations

import copy
import json
from typing import Any

from pydantic import ValidationError

from core.errors import DocumentError
from core.project.schema import FORMAT, VERSION, Project
from core.project.upgrading import upgraded

LARGEST_BYTES = 4_000_000  # of a document as it is kept: the one limit, at keeping and at reading


def read_document(text: str | bytes) -> Project:
    """A project from JSON text that came from outside.

    Raises:
        DocumentError: too large, not JSON, another format or version, or invalid; with the path of
            the first thing that is wrong.

    >>> read_document('{"format": "fair-hinge-project", "version": 2, "title": "Tin"}').title
    'Tin'
    """
    _within_limit(text)
    return read_kept(text)


def read_kept(text: str | bytes) -> Project:
    """A project from JSON text that was kept: whatever its size, what was kept can be opened.

    Raises:
        DocumentError: as `read_document`, but for its size.

    >>> read_kept('{"format": "fair-hinge-project", "version": 1, "title": "Tin"}').version
    2
    """
    try:
        data = json.loads(text)
    except (json.JSONDecodeError, UnicodeDecodeError) as error:
        place = f" at line {error.lineno}" if isinstance(error, json.JSONDecodeError) else ""
        raise DocumentError(f"this is not JSON{place}") from None
    except RecursionError:
        raise DocumentError("this JSON nests too deep") from None
    return from_data(data)


def from_data(data: Any) -> Project:
    """A project from parsed JSON; see `read_document`.

    >>> from_data({"format": "fair-hinge-project", "version": 2, "title": "Tin"}).units
    'mm'
    """
    if not isinstance(data, dict):
        raise DocumentError("a project is a JSON object")
    if data.get("format") != FORMAT:
        raise DocumentError(
            f"the format is {data.get('format')!r}", where="format", remedy=f"'{FORMAT}' is wanted"
        )
    data = upgraded(copy.deepcopy(data))
    if data.get("version") != VERSION:
        raise DocumentError(
            f"version {data.get('version')!r} of the format is not known here",
            where="version",
            remedy=f"version {VERSION} and older are read",
        )
    try:
        return Project.model_validate(data)
    except ValidationError as error:
        first = error.errors(include_url=False, include_context=False)[0]
        where = ".".join(str(part) for part in first["loc"]) or "document"
        message = str(first["msg"]).removeprefix("Value error, ")
        raise DocumentError(message, where=where) from None


def text_to_keep(project: Project) -> str:
    """The project as JSON text, no longer than what is read back.

    Raises:
        DocumentError: it is too large.

    >>> project = from_data({"format": "fair-hinge-project", "version": 2, "title": "Tin"})
    >>> read_document(text_to_keep(project)) == project
    True
    """
    text = write_document(project)
    _within_limit(text)
    return text


def _within_limit(text: str | bytes) -> None:
    size = len(text.encode() if isinstance(text, str) else text)
    if size > LARGEST_BYTES:
        raise DocumentError(
            f"the document is {size / 1e6:.1f} MB; up to {LARGEST_BYTES // 1_000_000} MB are kept",
            remedy="a traced drawing or a note in it may be long: bring it in with fewer points",
        )


def write_document(project: Project) -> str:
    """The project as JSON text that `read_document` reads back equal.

    >>> project = from_data({"format": "fair-hinge-project", "version": 2, "title": "Tin"})
    >>> read_document(write_document(project)) == project
    True
    """
    return project.model_dump_json(indent=1) + "\n"
