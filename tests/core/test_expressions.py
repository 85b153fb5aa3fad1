"""The expression language: what makers type, what it comes to, and what it refuses."""

from __future__ import annotations

import math

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from core.errors import ExpressionError
from core.measures import dependency_order, evaluate, parse, references, resolve, substituted
from core.measures.display import length_text, nearest_64th
from core.measures.units import angle, length, number
from tests.core.hostile import HOSTILE

UREG = pint.UnitRegistry()
SCOPE = {"wall": length(2.4), "n": number(5), "lean": angle(30), "tin.body.top": length(34)}


@pytest.mark.parametrize(
    ("text", "unit", "mm"),
    [
        ("2.5in/2 - 1/8in", "mm", 28.575),
        ("1.25/2", "in", 15.875),
        ("0.125 - 0.005", "in", 3.048),
        ("2.5/2 - 1/8", "in", 28.575),
        ("1 1/4in", "mm", 31.75),
        ('7 1/4"', "mm", 184.15),
        ("1 1/4", "in", 31.75),
        ("wall / 2 - 0.1 mm", "mm", 1.1),
        ("2*wall + 1.4", "mm", 6.2),
        ("wall + 1", "in", 27.8),
        ("-wall^2/wall", "mm", -2.4),
        ("3cm + 0.01m + 1ft", "mm", 344.8),
        ("max(wall, 1in, 3)", "mm", 25.4),
        ("10*sin(lean)", "mm", 5.0),
        ("10*cos(60)", "mm", 5.0),
        ("sqrt(wall*wall)", "mm", 2.4),
        ("wall*n", "mm", 12.0),
        ("round(31.4)", "mm", 31.0),
        ("round(1.4)", "in", 25.4),
        ("tin.body.top/2", "mm", 17.0),
        ("pi*10", "mm", 31.41592653589793),
        ("2^3^0", "mm", 2.0),
        ("2*-3 + 10", "mm", 4.0),
    ],
)
def test_lengths_come_out_in_millimetres(text: str, unit: str, mm: float) -> None:
    assert resolve(text, "length", SCOPE, unit) == pytest.approx(mm, abs=1e-12)  # type: ignore[arg-type]


def test_angles() -> None:
    assert resolve("atan2(1in, 25.4)", "angle", {}) == pytest.approx(45)
    assert resolve("acos(0.5)", "angle", {}) == pytest.approx(60)
    assert resolve("90deg - lean", "angle", SCOPE) == 60
    assert resolve("45°", "angle", {}) == 45


@pytest.mark.parametrize(
    ("text", "kind", "position", "words"),
    [
        ("wall + 30deg", "length", 7, "a length and an angle"),
        ("wall*wall", "length", 0, "an area"),
        ("2,5", "length", 1, "comma"),
        ("1/0", "length", 2, "zero"),
        ("1/0in", "length", 0, "zero"),
        ("2 +", "length", 3, "too early"),
        ("3 wal", "length", 2, "wal"),
        ("wal + 1", "length", 0, "nothing here is called 'wal'"),
        ("sni(30)", "length", 0, "no function"),
        ("sqrt(0-4)", "length", 0, "negative"),
        ("asin(2)", "angle", 0, "-1 to 1"),
        ("tan(90)", "number", 0, "no finite"),
        ("2.5", "count", 0, "whole number"),
        ("9^9^9^9", "length", 6, "no finite"),
        ("1e308*10", "length", 6, "no finite"),
        ("1e999", "length", 0, "too large"),
        ("", "length", 0, "nothing is typed"),
        ("__import__('os')", "length", 11, "no meaning"),
        ("wall.__class__", "length", 0, "nothing here is called"),
        ("max()", "length", 0, "1 or more"),
        ("wall^0.5", "length", 5, "whole powers"),
        ("wall^99", "length", 5, "whole powers"),
    ],
)
def test_refusals_name_the_cause_and_its_position(
    text: str, kind: str, position: int, words: str
) -> None:
    with pytest.raises(ExpressionError) as refused:
        resolve(text, kind, SCOPE)  # type: ignore[arg-type]
    assert refused.value.position == position
    assert words in refused.value.message


def test_a_misspelt_name_is_offered_the_nearest() -> None:
    with pytest.raises(ExpressionError) as refused:
        resolve("wal", "length", SCOPE)
    assert refused.value.remedy == "perhaps 'wall'"


@pytest.mark.parametrize("text", HOSTILE)
def test_hostile_input_is_refused_with_its_position(text: str) -> None:
    with pytest.raises(ExpressionError) as refused:
        evaluate(parse(text), {})
    assert refused.value.position is not None


UNITS = st.sampled_from([("mm", "mm"), ("cm", "cm"), ("m", "m"), ("in", "inch"), ("ft", "foot")])
SIZES = st.decimals(0, 5000, places=3)


@given(SIZES, UNITS, SIZES, UNITS, st.sampled_from("+-"))
def test_unit_arithmetic_agrees_with_pint(a, unit_a, b, unit_b, operator) -> None:
    one, other = UREG.Quantity(float(a), unit_a[1]), UREG.Quantity(float(b), unit_b[1])
    wanted = (one + other if operator == "+" else one - other).to("mm").magnitude
    found = resolve(f"{a}{unit_a[0]} {operator} {b}{unit_b[0]}", "length", {})
    assert found == pytest.approx(wanted, abs=1e-6)


NUMBERS = st.integers(1, 99).map(str)
TREES = st.recursive(
    NUMBERS,
    lambda inner: st.one_of(
        st.tuples(inner, st.sampled_from("+-*/"), inner).map(lambda t: f"({t[0]}{t[1]}{t[2]})"),
        inner.map(lambda t: f"(-{t})"),
    ),
    max_leaves=12,
)


@given(TREES)
def test_plain_arithmetic_agrees_with_python(text: str) -> None:
    try:
        wanted = eval(text)
    except ZeroDivisionError:
        with pytest.raises(ExpressionError, match="zero"):
            resolve(text, "number", {})
        return
    # "(3/4" directly before a unit would be one fraction; these trees hold no units.
    assert resolve(text, "number", {}) == pytest.approx(wanted, rel=1e-12)


@given(st.text(max_size=60))
def test_any_text_is_worked_out_or_refused_never_worse(text: str) -> None:
    try:
        result = evaluate(parse(text), SCOPE)
    except ExpressionError as error:
        assert error.position is not None and 0 <= error.position <= len(text)
    else:
        assert math.isfinite(result.value)


def test_working_puts_the_numbers_in() -> None:
    assert substituted(parse("wall / 2 - (0.1 - n)*3"), SCOPE) == "2.4 / 2 − (0.1 − 5) × 3"
    assert substituted(parse("1 - (2 - 3)"), {}) == "1 − (2 − 3)"
    assert substituted(parse("12"), {}) == ""


def test_references_and_order() -> None:
    assert references(parse("a + tin.b * max(c, pi)")) == {"a", "tin.b", "c"}
    order, cycles = dependency_order({"a": {"b"}, "b": {"c"}, "c": set()})
    assert order == ["c", "b", "a"] and not cycles


def test_a_cycle_is_named_and_spares_the_rest() -> None:
    order, cycles = dependency_order({"a": {"b"}, "b": {"a"}, "c": {"a"}, "d": set()})
    assert [sorted(cycle) for cycle in cycles] == [["a", "b"]]
    assert sorted(order) == ["c", "d"]


@pytest.mark.parametrize(
    ("mm", "text", "error"),
    [(31.75, "1 1/4 in", 0.0), (3.0, "1/8 in", -0.175), (25.4, "1 in", 0.0), (0.0, "0 in", 0.0)],
)
def test_nearest_sixty_fourth(mm: float, text: str, error: float) -> None:
    # 1 in = 25.4 mm exactly (international inch, 1959; ISO 80000-3, from memory)
    shown, off = nearest_64th(mm)
    assert shown == text and off == pytest.approx(error, abs=1e-9)


def test_lengths_as_text() -> None:
    assert length_text(28.575, "mm") == "28.575 mm"
    assert length_text(3.048, "in") == "0.12 in"
