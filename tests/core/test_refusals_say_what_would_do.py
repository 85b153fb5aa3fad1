"""Whatever of a size, an outline, a step or a fit is refused, the refusal says what would do."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

import pytest

from core.errors import CoreError
from core.measures.evaluate import Kind, resolve
from core.project.demo import demo_document
from core.project.edits import Edit, apply_edits
from core.project.solve import solve
from tests.core.building import circle, document, part, rectangle, step

ROOT = Path(__file__).resolve().parents[2]
FOLDERS = ("measures", "outlines", "solids", "threads", "steps", "fits")
REFUSALS = {"BuildError", "ExpressionError", "Unclosed"}


def refusals(source: str) -> Iterator[ast.Call]:
    """Every refusal a module raises where it stands."""
    for node in ast.walk(ast.parse(source)):
        if isinstance(node, ast.Raise) and isinstance(node.exc, ast.Call):
            name = node.exc.func
            if isinstance(name, ast.Name) and name.id in REFUSALS:
                yield node.exc


@pytest.mark.parametrize("folder", FOLDERS)
def test_no_refusal_leaves_it_at_no(folder: str) -> None:
    bare, looked = [], 0
    for file in (ROOT / "core" / folder).rglob("*.py"):
        for call in refusals(file.read_text()):
            looked += 1
            if not {"remedy", None} & {one.arg for one in call.keywords}:
                bare.append(f"{file.relative_to(ROOT)}:{call.lineno}")
    assert not bare
    assert looked or folder == "threads"


TYPED = {
    "1 / 0": "divide by",
    "1 / (2 - 2)": "divide by",
    "5 mm + 3 deg": "two lengths",
    "2 ^ (3 mm)": "one length over another",
    "sqrt(0 - 4)": "above nought",
    "sqrt(4 mm)": "root of an area",
    "acos(2)": "ratio",
    "acos(2 mm)": "divide it by another",
    "sin(4 mm)": "30 deg",
    "tan(90 deg)": "other than 90",
    "max()": "",
    "4 +": "type on",
    "4 4": "a sign such as",
    "9 ^ 9 ^ 9": "smaller exponent",
    "(4 mm) ^ 12 * (4 mm) ^ 12": "fewer of them",
    "30 deg": "a number by itself",
    "(" * 200 + "1" + ")" * 200: "measures of their own",
    "1 + " * 2000 + "1": "measures of their own",
}


@pytest.mark.parametrize("text", TYPED)
def test_what_is_typed_wrong_is_told_how_it_would_be_right(text: str) -> None:
    with pytest.raises(CoreError) as told:
        resolve(text, "length", {}, "mm")
    assert told.value.remedy and TYPED[text] in told.value.remedy
    assert told.value.position is not None


@pytest.mark.parametrize("text", [text for text in TYPED if len(text) < 400])  # a field's most
def test_in_a_project_in_inches_the_same_would_do(text: str) -> None:
    """What is told of a kind of size holds in every unit: no example is worked out into another."""
    told = []
    for unit in ("mm", "in"):
        block = step("block", "extrude", rectangle("4", "3"), height=text)
        made = document(part("part", block), version=2).model_copy(update={"units": unit})
        (error,) = solve(made).errors
        told.append((error.message, error.remedy))
    assert told[0] == told[1]


@pytest.mark.parametrize(
    ("kind", "text", "would_do", "value"),
    [
        ("length", "30 deg", "30", 30),
        ("length", "2 ^ (3 mm)", "2 ^ (3 mm / 1 mm)", 8),
        ("length", "sqrt(0 - 4)", "sqrt(4)", 2),
        ("angle", "4 mm", "30 deg", 30),
        ("number", "4 mm", "4 mm / 2 mm", 2),
        ("angle", "acos(2 mm)", "acos(1 mm / 2 mm)", 60),
        ("number", "tan(90 deg)", "tan(45 deg)", 1),
    ],
)
def test_what_is_told_would_do_does(kind: Kind, text: str, would_do: str, value: float) -> None:
    with pytest.raises(CoreError):
        resolve(text, kind, {}, "mm")
    assert resolve(would_do, kind, {}, "mm") == pytest.approx(value)


def refused(*steps: dict[str, object]) -> CoreError:
    (error,) = solve(document(part("part", *steps), version=2)).errors
    return error


def test_what_lies_inside_already_is_told_what_to_do_with_it() -> None:
    block = step("block", "extrude", rectangle("40", "30"), height="20")
    pin = step("pin", "extrude", circle("6"), height="5")
    error = refused(block, pin)
    assert "adds nothing" in error.message and error.remedy
    # each of the three it names does
    further = step("pin", "extrude", circle("6"), height="5", on="block.top")
    for other in (
        further,
        {**pin, "fields": {"height": "25"}},
        {**pin, "fields": {"mode": "cut", "height": "5"}},
    ):
        assert not solve(document(part("part", block, other), version=2)).errors


def test_a_name_that_is_worked_out_later_is_told_as_the_one_that_was_meant() -> None:
    """The bait tin's wall is worked out before its height, which follows from another."""
    tin = demo_document("bait_tin")
    for tall in ("34 mm", "across / 2 - 1.5"):
        changed = apply_edits(
            tin, [Edit("measures.tall", tall), Edit("measures.wall", "2.4 + tal")]
        )
        errors = {error.where: error for error in solve(changed).errors}
        # its own name, as like it, is none that would do
        assert errors["measures.wall"].remedy == "perhaps 'tall'"


def test_of_a_part_its_own_measures_are_told_by_their_short_names() -> None:
    block = step("block", "extrude", rectangle("40", "30"), height="hig")
    told = {**part("part", block), "measures": [{"name": "high", "expression": "across / 2"}]}
    told["measures"].append({"name": "across", "expression": "20 mm"})
    (error,) = solve(document(told, version=2)).errors
    assert error.remedy == "perhaps 'high'"


def test_what_waits_for_something_wrong_says_so() -> None:
    wrong = step("block", "extrude", rectangle("-4", "30"), height="20")
    told = {
        error.where: error
        for error in solve(
            document(
                part("a", wrong),
                part("b", step("disc", "extrude", circle("20"), height="a.block.height")),
                version=2,
            )
        ).errors
    }
    (waits,) = [error for where, error in told.items() if where and where.startswith("parts.b")]
    assert "has no value" in waits.message and waits.remedy == "put that right first"
