"""Writes docs/document.md from the schema: every object, its keys, what they take and what is so
where nothing is said.
"""

from __future__ import annotations

import ast
import inspect
import io
import tokenize
from collections.abc import Iterator
from pathlib import Path

from pydantic import BaseModel
from pydantic.fields import FieldInfo
from pydantic_core import PydanticUndefined

from core.process import model as process
from core.project import schema

PAGE = Path(__file__).resolve().parents[1] / "docs" / "document.md"
HEAD = """# The project document, version 2

Written by `scripts/write_document_page.py` from `core/project/schema.py` and
`core/process/model.py`; a test keeps it true. Version 1 is read and brought up
(`core/project/upgrading.py`); newer ones are refused.

One JSON object. Every number a maker types is text, kept as typed: bare numbers take the project's
unit, a suffix (`mm cm m in ft " deg °`) overrules it. Settings of a process are plain numbers, in
the unit their name ends in.

Expressions know `+ - * / ^ ( )`, `pi`, `sqrt sin cos tan asin acos atan atan2 abs min max round
ceil floor` (angles in degrees), measures by name, `part.measure`, `part.step.top` and what else a
step exposes, and `fit.gap`. `1/8in` is one number; `1 1/4` is a mixed number. Lengths and angles
cannot be added; a cycle is reported as the names in it.

Every kind of step and outline is listed in [steps.md](steps.md), every fit in [fits.md](fits.md);
the kind `fit` marks where a fit does its share. Outlines and paths told as moves (`right 40, up ?,
round 3, left 40, close`) hold expressions too, in brackets where a move takes two values. A place
names a face of an earlier step: `body.top`, `body.side 3`, `hollow.inner floor`. A point is told by
the faces that meet there: `body.top | body.front | body.left` a corner, `body.top | body.left` the
middle of that edge (of a round one its centre), `body.top` the middle of a face, `hole` an axis.
Edges are two faces with a bar between, as many as wanted: `body.top | body.left: 2 mm; hole.side |
body.top`. Where the two meet in several edges, as the bores of a row with the face they go through,
all are meant, or the one nearest to a point, which is told in shares of the box of the first face:
`hole.side | body.top near 0 0.5 1`. An empty text is what was left alone.
"""
# what a name of the schema stands for, in a reader's words
WORDS = {
    "Name": "name", "Expression": "expression", "Words": "text", "Label": "text",
    "Colour": "colour, `#rrggbb`", "Values": "texts by field", "str": "text", "bool": "yes or no",
    "float": "number", "int": "whole number", "None": "null",
    "Facing": "a face, or the direction that points at the bed",
}  # fmt: skip


def models() -> Iterator[type[BaseModel]]:
    """Every object of the document, the project first, then as the project leads to them."""
    told: list[type[BaseModel]] = []
    for module in (schema, process):
        own = [
            one
            for name, one in vars(module).items()
            if inspect.isclass(one) and issubclass(one, BaseModel) and not name.startswith("_")
            if one.__module__ == module.__name__
        ]
        told += own[::-1]
    yield from told


def page() -> str:
    """The whole page."""
    lines = [HEAD]
    for model in models():
        about = inspect.cleandoc(model.__doc__ or "").replace("``", "`")
        lines += [f"## {model.__name__}", "", about, ""]
        lines += ["| key | takes | where nothing is said |", "|---|---|---|"]
        for name, (takes, remark) in _written(model).items():
            field = model.model_fields[name]
            left = _otherwise(field)
            what = f"{takes}; {remark}" if remark else takes
            lines.append(f"| `{name}` | {what} | {left} |".replace(" |  |", " | |"))
        lines.append("")
    return "\n".join(lines).rstrip() + "\n"


def _written(model: type[BaseModel]) -> dict[str, tuple[str, str]]:
    """What each field takes, in words, and the remark beside it in the source."""
    source = inspect.getsource(model)
    remarks = {
        token.start[0]: token.string.lstrip("# ")
        for token in tokenize.generate_tokens(io.StringIO(source).readline)
        if token.type == tokenize.COMMENT
    }
    body = ast.parse(source).body[0]
    assert isinstance(body, ast.ClassDef)
    return {
        one.target.id: (_takes(one.annotation), remarks.get(one.end_lineno or 0, ""))
        for one in body.body
        if isinstance(one, ast.AnnAssign) and isinstance(one.target, ast.Name)
        if one.target.id in model.model_fields
    }


def _takes(node: ast.expr) -> str:
    """An annotation in a reader's words.

    >>> _takes(ast.parse("list[Measure]", mode="eval").body)
    'list of [Measure](#measure)'
    >>> _takes(ast.parse("Literal['mm', 'in']", mode="eval").body)
    '`mm`, `in`'
    """
    if isinstance(node, ast.Subscript):
        of = ast.unparse(node.value)
        inner = node.slice.elts if isinstance(node.slice, ast.Tuple) else [node.slice]
        if of == "Annotated":
            return _takes(inner[0])
        if of == "Literal":
            said = [str(one.value) for one in inner if isinstance(one, ast.Constant)]
            return ", ".join(f"`{one}`" for one in said)
        if of == "list":
            return f"list of {_takes(inner[0])}"
        if of == "tuple":
            return f"list of {len(inner)}: {', '.join(_takes(one) for one in inner)}"
        if of == "dict":
            return f"{_takes(inner[1])} by {_takes(inner[0])}"
    if isinstance(node, ast.BinOp):
        return f"{_takes(node.left)}, or {_takes(node.right)}"
    name = ast.unparse(node)
    if name in WORDS:
        return WORDS[name]
    known = {model.__name__ for model in models()}
    return f"[{name}](#{name.lower()})" if name in known else name.lower()


def _otherwise(field: FieldInfo) -> str:
    """What holds where nothing is said."""
    if field.is_required():
        return "must be said"
    value = field.default if field.default is not PydanticUndefined else None
    if field.default_factory is not None or value is None:
        return "its own defaults" if field.default_factory is not None else "null"
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, tuple):
        return ", ".join(f"{one:g}" for one in value)
    if value == "":
        return "left alone"
    if value in ([], {}):
        return "none"
    return f"`{value}`"


if __name__ == "__main__":
    PAGE.write_text(page())
