"""Working an expression out, with dimension checking and positions on every error."""

from __future__ import annotations

import difflib
import math
from collections.abc import Callable, Iterable, Mapping
from typing import Literal as OneOf

from core.errors import ExpressionError
from core.measures.grammar import Binary, Call, Literal, Name, Negative, Node, parse
from core.measures.units import ANGLE, LENGTH, NUMBER, UNITS, Dimension, LengthUnit, Quantity

Scope = Mapping[str, Quantity]
Kind = OneOf["length", "angle", "number", "count"]

_KIND_DIMENSION: dict[Kind, Dimension] = {
    "length": LENGTH,
    "angle": ANGLE,
    "number": NUMBER,
    "count": NUMBER,
}
_SUCH = {  # a bare number is taken for what is wanted
    LENGTH: "a number by itself, or a name that stands for a length",
    ANGLE: 'a number by itself, or "30 deg"',
    NUMBER: "a number by itself, or one length over another",
}
_NO_NOUGHT = "divide by something that is not nought"
_SMALLER = "a smaller exponent, or a number that is not nought"
_ROOT = "a number above nought"


def resolve(text: str, kind: Kind, scope: Scope, unit: LengthUnit = "mm") -> float:
    """The value of an expression for a field of ``kind``.

    Returns:
        Millimetres for a length, degrees for an angle, else the plain number.

    Raises:
        ExpressionError: with the position of the cause.

    >>> resolve("2.5in/2 - 1/8in", "length", {})
    28.575
    """
    result = evaluate(parse(text), scope, unit)
    wanted = _KIND_DIMENSION[kind]
    result = result.taking(wanted, unit)
    if result.dimension != wanted:
        raise ExpressionError(
            f"this is {result.dimension.named()}; {wanted.named()} is wanted",
            position=0,
            remedy=_SUCH[wanted],
        )
    if kind == "count" and result.value < 0:
        told = f"{result.value:g} is no count: it is below nought"
        raise ExpressionError(told, position=0, remedy="nought or more")
    if kind == "count" and result.value != round(result.value):
        told, low = f"{result.value:g} is not a whole number", math.floor(result.value)
        raise ExpressionError(told, position=0, remedy=f"{low} or {low + 1}")
    return result.value


def evaluate(node: Node, scope: Scope, unit: LengthUnit = "mm") -> Quantity:
    """The quantity an expression tree stands for.

    Args:
        node: from `parse`.
        scope: name -> Quantity, dotted names whole.
        unit: what bare numbers mean when they meet a length.

    >>> from core.measures.grammar import parse
    >>> evaluate(parse("wall / 2 + 1 in"), {"wall": Quantity(3.0, Dimension(1))}).value
    26.9
    """
    match node:
        case Literal(quantity=quantity):
            return quantity
        case Name(name="pi"):
            return Quantity(math.pi, NUMBER, bare=True)
        case Name(name=name, pos=pos):
            return _lookup(name, scope, pos)
        case Negative(operand=operand):
            inner = evaluate(operand, scope, unit)
            return Quantity(-inner.value, inner.dimension, inner.bare)
        case Binary(operator=operator, left=left, right=right, pos=pos):
            a, b = evaluate(left, scope, unit), evaluate(right, scope, unit)
            return _finite(_binary(operator, a, b, unit, pos), pos)
        case Call(function=function, arguments=arguments, pos=pos):
            values = [evaluate(argument, scope, unit) for argument in arguments]
            return _finite(_call(function, values, unit, pos), pos)


def _lookup(name: str, scope: Scope, pos: int) -> Quantity:
    try:
        return scope[name]
    except KeyError:
        raise ExpressionError(
            f"nothing here is called '{name}'", position=pos, remedy=nearest(name, scope)
        ) from None


def nearest(name: str, names: Iterable[str]) -> str | None:
    """A hint naming what is spelt most like ``name``, or None.

    >>> nearest("wal", ["wall", "lid"]), nearest("zz", ["wall", "lid"])
    ("perhaps 'wall'", None)
    """
    close = difflib.get_close_matches(name, list(names), n=2, cutoff=0.5)
    return "perhaps " + " or ".join(f"'{other}'" for other in close) if close else None


def _finite(quantity: Quantity, pos: int) -> Quantity:
    if not math.isfinite(quantity.value):
        raise ExpressionError("this has no finite value", position=pos, remedy="smaller numbers")
    if max(abs(quantity.dimension.length), abs(quantity.dimension.angle)) > 12:
        raise ExpressionError(
            "this is no size any more: too many powers",
            position=pos,
            remedy="a length or an area: fewer of them multiplied",
        )
    return quantity


def _alike(
    a: Quantity, b: Quantity, unit: LengthUnit, pos: int, doing: str
) -> tuple[Quantity, Quantity]:
    """Both operands in one dimension, a bare one taking the other's."""
    a, b = a.taking(b.dimension, unit), b.taking(a.dimension, unit)
    if a.dimension != b.dimension:
        raise ExpressionError(
            f"{a.dimension.named()} and {b.dimension.named()} cannot be {doing}",
            position=pos,
            remedy="two lengths, two angles, or two plain numbers",
        )
    return a, b


def _binary(operator: str, a: Quantity, b: Quantity, unit: LengthUnit, pos: int) -> Quantity:
    if operator in "+-":
        a, b = _alike(a, b, unit, pos, "added" if operator == "+" else "subtracted")
        value = a.value + b.value if operator == "+" else a.value - b.value
        return Quantity(value, a.dimension, a.bare or b.bare)
    if operator == "*":
        dimension = Dimension(
            a.dimension.length + b.dimension.length, a.dimension.angle + b.dimension.angle
        )
        return Quantity(a.value * b.value, dimension, _stays_bare(a, b, dimension))
    if operator == "/":
        if b.value == 0:
            raise ExpressionError(
                "this divides by zero",
                position=pos,
                remedy=_NO_NOUGHT,
            )
        dimension = Dimension(
            a.dimension.length - b.dimension.length, a.dimension.angle - b.dimension.angle
        )
        return Quantity(a.value / b.value, dimension, _stays_bare(a, b, dimension))
    return _power(a, b, pos)


def _stays_bare(a: Quantity, b: Quantity, dimension: Dimension) -> bool:
    """A product of plain numbers is bare while one of them was typed without a unit."""
    plain = a.dimension == NUMBER and b.dimension == NUMBER and dimension == NUMBER
    return plain and (a.bare or b.bare)


def _power(a: Quantity, b: Quantity, pos: int) -> Quantity:
    if b.dimension != NUMBER:
        raise ExpressionError(
            f"an exponent is a plain number, not {b.dimension.named()}",
            position=pos,
            remedy="a plain number, as 2; one length over another is one too",
        )
    if a.dimension == NUMBER:
        try:
            value = a.value**b.value
        except (OverflowError, ZeroDivisionError):
            raise ExpressionError(
                "this power has no finite value",
                position=pos,
                remedy=_SMALLER,
            ) from None
        if isinstance(value, complex):
            raise ExpressionError("a root of a negative number", position=pos, remedy=_ROOT)
        return Quantity(value, NUMBER, a.bare)
    exponent = round(b.value)
    if exponent != b.value or abs(exponent) > 12:
        raise ExpressionError(
            f"{a.dimension.named()} takes whole powers only",
            position=pos,
            remedy="use sqrt for roots",
        )
    if a.value == 0 and exponent < 0:
        raise ExpressionError("this divides by zero", position=pos, remedy=_NO_NOUGHT)
    try:
        value = a.value**exponent
    except OverflowError:
        raise ExpressionError(
            "this power has no finite value",
            position=pos,
            remedy=_SMALLER,
        ) from None
    return Quantity(value, Dimension(a.dimension.length * exponent, a.dimension.angle * exponent))


def _call(name: str, values: list[Quantity], unit: LengthUnit, pos: int) -> Quantity:
    if name not in FUNCTIONS:
        raise ExpressionError(
            f"there is no function '{name}'", position=pos, remedy=nearest(name, FUNCTIONS)
        )
    fewest, most, work = FUNCTIONS[name]
    if not fewest <= len(values) <= most:
        wanted = f"{fewest}" if fewest == most else f"{fewest} or more"
        raise ExpressionError(
            f"{name} takes {wanted} values, {len(values)} given",
            position=pos,
            remedy="values stand between the brackets, a comma between two",
        )
    return work(values, unit, pos)


def _angle_in(name: str, function: Callable[[float], float]) -> _Function:
    def work(values: list[Quantity], unit: LengthUnit, pos: int) -> Quantity:
        (turned,) = values
        turned = turned.taking(ANGLE, unit)
        if turned.dimension != ANGLE:
            raise ExpressionError(
                f"{name} takes an angle, not {turned.dimension.named()}",
                position=pos,
                remedy='an angle: "30 deg"',
            )
        if name == "tan" and abs(turned.value % 180) == 90:
            raise ExpressionError(
                "tan of 90 deg has no finite value",
                position=pos,
                remedy="an angle other than 90 deg",
            )
        # math.cos(pi/2) is 6e-17; a maker's cos(90 deg) is nought.
        value = function(math.radians(turned.value))
        return Quantity(0.0 if abs(value) < 1e-15 else value, NUMBER)

    return work


def _angle_out(name: str, function: Callable[[float], float]) -> _Function:
    def work(values: list[Quantity], unit: LengthUnit, pos: int) -> Quantity:
        (ratio,) = values
        if ratio.dimension != NUMBER:
            raise ExpressionError(
                f"{name} takes a plain number, not {ratio.dimension.named()}",
                position=pos,
                remedy='divide it by another of its kind: "rise / run"',
            )
        if name != "atan" and not -1 <= ratio.value <= 1:
            raise ExpressionError(
                f"{name} takes -1 to 1, not {ratio.value:g}",
                position=pos,
                remedy="a ratio in that range: the shorter side first",
            )
        return Quantity(math.degrees(function(ratio.value)), ANGLE)

    return work


def _atan2(values: list[Quantity], unit: LengthUnit, pos: int) -> Quantity:
    y, x = _alike(values[0], values[1], unit, pos, "compared")
    return Quantity(math.degrees(math.atan2(y.value, x.value)), ANGLE)


def _sqrt(values: list[Quantity], unit: LengthUnit, pos: int) -> Quantity:
    (square,) = values
    if square.value < 0:
        raise ExpressionError("a root of a negative number", position=pos, remedy=_ROOT)
    if square.dimension.length % 2 or square.dimension.angle % 2:
        raise ExpressionError(
            f"{square.dimension.named()} has no plain root",
            position=pos,
            remedy="the root of an area is a length, of a plain number a plain number",
        )
    dimension = Dimension(square.dimension.length // 2, square.dimension.angle // 2)
    return Quantity(math.sqrt(square.value), dimension, square.bare)


def _extreme(choose: Callable[[list[float]], float]) -> _Function:
    def work(values: list[Quantity], unit: LengthUnit, pos: int) -> Quantity:
        typed = next((value for value in values if not value.bare), values[0])
        alike = [_alike(value, typed, unit, pos, "compared")[0] for value in values]
        return Quantity(
            choose([value.value for value in alike]), alike[0].dimension, all(v.bare for v in alike)
        )

    return work


def _stepped(function: Callable[[float], float]) -> _Function:
    """abs, round, ceil, floor: lengths are rounded in the project's unit."""

    def work(values: list[Quantity], unit: LengthUnit, pos: int) -> Quantity:
        (given,) = values
        scale = UNITS[unit][1] ** given.dimension.length
        return Quantity(function(given.value / scale) * scale, given.dimension, given.bare)

    return work


_Function = Callable[[list[Quantity], LengthUnit, int], Quantity]
FUNCTIONS: dict[str, tuple[int, int, _Function]] = {
    "sqrt": (1, 1, _sqrt),
    "sin": (1, 1, _angle_in("sin", math.sin)),
    "cos": (1, 1, _angle_in("cos", math.cos)),
    "tan": (1, 1, _angle_in("tan", math.tan)),
    "asin": (1, 1, _angle_out("asin", math.asin)),
    "acos": (1, 1, _angle_out("acos", math.acos)),
    "atan": (1, 1, _angle_out("atan", math.atan)),
    "atan2": (2, 2, _atan2),
    "abs": (1, 1, _stepped(abs)),
    "min": (1, 20, _extreme(min)),
    "max": (1, 20, _extreme(max)),
    "round": (1, 1, _stepped(round)),
    "ceil": (1, 1, _stepped(math.ceil)),
    "floor": (1, 1, _stepped(math.floor)),
}
