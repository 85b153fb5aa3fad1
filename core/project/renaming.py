"""Renaming a measure everywhere it is used."""

from __future__ import annotations

import re
from typing import Any

from core.errors import DocumentError, ExpressionError
from core.measures.grammar import Binary, Call, Name, Negative, Node, parse
from core.project.document import from_data
from core.project.schema import Project
from core.steps import OUTLINES, STEPS


def rename_measure(project: Project, old: str, new: str) -> Project:
    """The document with a project measure under another name, in every expression.

    Raises:
        DocumentError: there is no such measure, or the new name is taken or no name.

    >>> from core.project.starters import begun
    >>> after = rename_measure(begun("lidded_box"), "wall", "skin")
    >>> after.part("base").steps[0].fields["height"]
    'tall + skin'
    """
    if old not in {measure.name for measure in project.measures}:
        raise DocumentError(f"there is no measure '{old}'")
    data = project.model_dump(mode="json")
    for measure in data["measures"]:
        if measure["name"] == old:
            measure["name"] = new
        measure["expression"] = renamed(measure["expression"], old, new)
    for part in data["parts"]:
        # a measure of the part's own hides the project's inside that part
        if any(measure["name"] == old for measure in part["measures"]):
            continue
        for measure in part["measures"]:
            measure["expression"] = renamed(measure["expression"], old, new)
        for step in part["steps"]:
            _rename_in_step(step, old, new)
    for check in data["checklist"]:
        for key in ("size", "wanted", "within"):
            check[key] = renamed(check[key], old, new)
    for fit in data["fits"]:
        fit["gap"] = renamed(fit["gap"], old, new)
        fit["fields"] = {k: renamed(v, old, new) for k, v in fit["fields"].items()}
        for which in ("place_a", "place_b"):
            _rename_where(fit[which], old, new)
    return from_data(data)


def _rename_in_step(step: dict[str, Any], old: str, new: str) -> None:
    kind = STEPS.get(step["kind"])
    _rename_in_fields(step["fields"], kind.fields if kind else (), old, new)
    for outline in [step["outline"], *(station["outline"] for station in step["stations"])]:
        _rename_in_outline(outline, old, new)
    for owner in [step["place"], *step["stations"]]:
        _rename_where(owner, old, new)


def _rename_in_outline(outline: dict[str, Any] | None, old: str, new: str) -> None:
    if outline is None:
        return
    known = OUTLINES.get(outline["kind"])
    _rename_in_fields(outline["fields"], known.fields if known else (), old, new)
    for further in outline["more"]:
        _rename_where(further, old, new)
        _rename_in_outline(further["outline"], old, new)


def _rename_where(owner: dict[str, Any] | None, old: str, new: str) -> None:
    for key in ("x", "y", "out", "up", "turn"):
        if owner and key in owner:
            owner[key] = renamed(owner[key], old, new)


def _rename_in_fields(fields: dict[str, str], specs: Any, old: str, new: str) -> None:
    words = {spec.name for spec in specs if not spec.holds_names}
    for name, text in fields.items():
        if name not in words:
            fields[name] = renamed(text, old, new)


def renamed(text: str, old: str, new: str) -> str:
    """An expression, or moves, with a name replaced; spacing and everything else kept.

    >>> renamed("wall / 2 - walls + tin.wall", "wall", "skin")
    'skin / 2 - walls + tin.wall'
    """
    try:
        places = sorted(_places(parse(text), old), reverse=True)
    except ExpressionError:
        # moves, or something half typed: whole words that are not part of a dotted name
        return re.sub(rf"(?<![\w.]){re.escape(old)}(?![\w.])", new, text)
    for place in places:
        text = text[:place] + new + text[place + len(old) :]
    return text


def _places(node: Node, old: str) -> list[int]:
    match node:
        case Name(name=name, pos=pos):
            return [pos] if name == old else []
        case Negative(operand=operand):
            return _places(operand, old)
        case Binary(left=left, right=right):
            return _places(left, old) + _places(right, old)
        case Call(arguments=arguments):
            return [place for argument in arguments for place in _places(argument, old)]
    return []
