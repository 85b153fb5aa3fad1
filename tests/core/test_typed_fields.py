"""Every kind's own class of fields says what the kind declares: names, units, numbers and words."""

from __future__ import annotations

import ast
import dataclasses
import importlib
import inspect
import math
import re
from pathlib import Path
from typing import Literal, get_args, get_origin, get_type_hints

import pytest

from core.fits import FITS
from core.steps import OUTLINES, STEPS
from core.steps.field import Field, FieldKind, filled
from core.steps.fields import UNITS, Fields, name_of

ROOT = Path(__file__).resolve().parents[2]
SUFFIX = {"length": "_mm", "angle": "_deg"}


def classes_of(kind: object) -> list[type[Fields]]:
    """The classes of fields that a kind's module, or one it takes its fields from, reads by."""
    module = inspect.getmodule(type(kind))
    found = [
        one
        for one in vars(module).values()
        if isinstance(one, type) and issubclass(one, Fields) and one is not Fields
    ]
    own = type(kind).__name__.removesuffix("Step") + "Fields"
    named = [one for one in found if one.__name__ == own]
    return named or found


KINDS = [pytest.param(kind, id=name) for name, kind in (STEPS | FITS).items() if kind.fields]
SHARED = {"plane", "face", "other", "axis", "angle", "first", "second", "third", "off"}


def declared(fields: tuple[Field, ...]) -> dict[str, Field]:
    return {one.name: one for one in fields}


def agrees(shape: type[Fields], known: dict[str, Field], whole: bool) -> None:
    hints = get_type_hints(shape)
    for one in dataclasses.fields(shape):
        spec = known[name_of(one.name)]
        assert one.name.rstrip("_") == spec.name + SUFFIX.get(spec.kind, ""), one.name
        assert (hints[one.name] is float) == spec.is_number, one.name
        if get_origin(hints[one.name]) is Literal:
            assert set(get_args(hints[one.name])) == set(spec.choices), one.name
    if whole:
        said = {name_of(one.name) for one in dataclasses.fields(shape)}
        missing = set(known) - said
        assert not missing or missing <= SHARED, missing


@pytest.mark.parametrize("kind", KINDS)
def test_a_kinds_fields_are_what_it_declares(kind) -> None:
    shapes = classes_of(kind)
    assert shapes, "no class of fields"
    known = declared(kind.fields)
    fitting = [
        one
        for one in shapes
        if {name_of(field.name) for field in dataclasses.fields(one)} <= set(known)
    ]
    assert fitting
    agrees(max(fitting, key=lambda one: len(dataclasses.fields(one))), known, whole=True)


@pytest.mark.parametrize("kind", OUTLINES.values(), ids=OUTLINES)
def test_an_outlines_fields_are_what_it_declares(kind) -> None:
    agrees(kind.shape, declared(kind.fields), whole=True)


def test_they_are_frozen() -> None:
    for kind in OUTLINES.values():
        made = kind.shape.typed(filled(kind.fields, {}))
        with pytest.raises(dataclasses.FrozenInstanceError):
            setattr(made, dataclasses.fields(made)[0].name, 1.0)


def test_numbers_not_worked_out_are_no_number() -> None:
    kind = OUTLINES["rectangle"]
    made = kind.shape.typed(filled(kind.fields, {}), {"width": 4.0})
    assert made.width_mm == 4.0
    assert math.isnan(made.depth_mm)


def test_no_field_is_named_like_a_unit() -> None:
    for kind in (*STEPS.values(), *FITS.values(), *OUTLINES.values()):
        for spec in kind.fields:
            assert not spec.name.endswith((*UNITS, "_")), spec.name


# -- kinds are known by what they declare, not by their name ------------------------------------

# what makes documents names what it makes: kinds of the demo, starters, gauges, older versions
MAKES = re.compile(
    r"core/project/(demo|starters|upgrading|gauges|cannot|beginning|parting)|core/printing/gauges"
)


REGISTRIES = {"STEPS", "FITS", "OUTLINES"}


def last_name(node: ast.expr) -> str:
    """The name an expression ends in: of ``step.kind`` it is kind."""
    if isinstance(node, ast.Attribute):
        return node.attr
    return node.id if isinstance(node, ast.Name) else ""


def compared(path: Path) -> set[tuple[int, str]]:
    """Texts that something called ``kind`` is compared with, or looked up by."""
    found = set()
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Compare) and last_name(node.left).endswith("kind"):
            for other in node.comparators:
                found |= {
                    (node.lineno, one.value)
                    for one in ast.walk(other)
                    if isinstance(one, ast.Constant) and isinstance(one.value, str)
                }
        if isinstance(node, ast.Subscript) and last_name(node.value) in REGISTRIES:
            found |= {
                (node.lineno, one.value)
                for one in ast.walk(node.slice)
                if isinstance(one, ast.Constant) and isinstance(one.value, str)
            }
    return found


def test_no_kind_is_known_by_its_name_outside_its_module() -> None:
    """Kinds of fields may be called so too, and are not meant; measuring knows no kinds."""
    homes: dict[str, set[str]] = {}
    for registry in (STEPS, FITS, OUTLINES):
        for name, kind in registry.items():
            home = inspect.getsourcefile(type(kind)) or ""
            homes.setdefault(name, set()).add(home)
    for name in OUTLINES:
        homes[name] |= {
            inspect.getsourcefile(importlib.import_module(f"core.steps.{one}")) or ""
            for one in ("outlines_by_name", "outlines_drawn")
        }
    known = []
    kinds_of_fields = set(get_args(FieldKind))
    for folder in ("core", "workshop", "cli"):
        for path in (ROOT / folder).rglob("*.py"):
            if "proof" in path.parts or MAKES.search(path.relative_to(ROOT).as_posix()):
                continue
            for line, text in compared(path):
                if text in homes and text not in kinds_of_fields and str(path) not in homes[text]:
                    known.append(f"{path.relative_to(ROOT)}:{line} {text!r}")
    assert not known, "\n".join(sorted(set(known)))
