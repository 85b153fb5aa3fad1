"""Single changes to a document, by path: what a remedy is made of."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from core.errors import DocumentError
from core.project.document import from_data
from core.project.schema import Project


@dataclass(frozen=True)
class Edit:
    """One change to a document: the field at ``path`` becomes ``text``."""

    path: str
    text: str


def apply_edits(project: Project, edits: Iterable[Edit]) -> Project:
    """The document with its fields set as the edits say; a measure that is not there is added.

    Raises:
        DocumentError: a path leads nowhere.

    >>> from core.project.starters import begun
    >>> changed = apply_edits(begun("lidded_box"), [Edit("measures.wall", "3 mm")])
    >>> next(one.expression for one in changed.measures if one.name == "wall")
    '3 mm'
    """
    data = project.model_dump(mode="json")
    for edit in edits:
        _apply(data, edit)
    return from_data(data)


def _apply(data: dict[str, Any], edit: Edit) -> None:
    match edit.path.split("."):
        case ["measures", name]:
            _set_measure(data["measures"], name, edit.text)
        case ["parts", part, "measures", name]:
            _set_measure(_named(data["parts"], "name", part, edit)["measures"], name, edit.text)
        case ["parts", part, "stance"]:
            _named(data["parts"], "name", part, edit)["stance"] = edit.text
        case ["parts", part, "steps", step, *rest]:
            owner = _named(_named(data["parts"], "name", part, edit)["steps"], "id", step, edit)
            _set_field(owner, rest, edit)
        case ["fits", fit, *rest]:
            _set_field(_named(data["fits"], "name", fit, edit), rest, edit)
        case _:
            raise DocumentError("there is no such field", where=edit.path)


def _set_measure(measures: list[dict[str, Any]], name: str, text: str) -> None:
    for measure in measures:
        if measure["name"] == name:
            measure["expression"] = text
            return
    measures.append({"name": name, "expression": text})


def _set_field(owner: Any, rest: list[str], edit: Edit) -> None:
    for key in rest[:-1]:
        if isinstance(owner, list):
            if not key.isdigit() or int(key) >= len(owner):
                raise DocumentError("there is nothing at that place", where=edit.path)
            owner = owner[int(key)]
            continue
        if not isinstance(owner.get(key), dict | list):
            owner[key] = {}
        owner = owner[key]
    if not rest:
        raise DocumentError("there is no such field", where=edit.path)
    owner[rest[-1]] = edit.text


def _named(items: list[dict[str, Any]], key: str, name: str, edit: Edit) -> dict[str, Any]:
    for item in items:
        if item[key] == name:
            return item
    raise DocumentError(f"there is nothing called '{name}'", where=edit.path)
