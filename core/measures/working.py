"""The formula with its numbers put in: ``2.4 / 2 − 0.1 = 1.1 mm``."""

from __future__ import annotations

from core.measures.display import plain
from core.measures.evaluate import Scope
from core.measures.grammar import Binary, Call, Literal, Name, Negative, Node
from core.measures.units import UNITS, LengthUnit, Quantity

_STRENGTH = {"+": 1, "-": 1, "*": 2, "/": 2, "^": 4}
_SIGN = {"+": " + ", "-": " − ", "*": " × ", "/": " / ", "^": "^"}


def substituted(node: Node, scope: Scope, unit: LengthUnit = "mm") -> str:
    """The expression with every name replaced by its value in the project's unit.

    A lone number or name gives an empty string: there is nothing to work.

    >>> from core.measures.grammar import parse
    >>> from core.measures.units import length
    >>> substituted(parse("wall / 2 - 0.1"), {"wall": length(2.4)})
    '2.4 / 2 − 0.1'
    """
    if isinstance(node, Literal):
        return ""
    return _text(node, scope, unit, 0)


def _text(node: Node, scope: Scope, unit: LengthUnit, outer: int) -> str:
    match node:
        case Literal(text=text):
            return text.strip()
        case Name(name="pi"):
            return "π"
        case Name(name=name):
            return _bare_text(scope[name], unit)
        case Negative(operand=operand):
            return "−" + _text(operand, scope, unit, 3)
        case Binary(operator=operator, left=left, right=right):
            strength = _STRENGTH[operator]
            text = (
                _text(left, scope, unit, strength)
                + _SIGN[operator]
                + _text(right, scope, unit, strength + (operator in "-/"))
            )
            return f"({text})" if strength < outer else text
        case Call(function=function, arguments=arguments):
            inner = ", ".join(_text(argument, scope, unit, 0) for argument in arguments)
            return f"{function}({inner})"


def _bare_text(quantity: Quantity, unit: LengthUnit) -> str:
    scale = UNITS[unit][1] ** quantity.dimension.length
    sign = "°" if quantity.dimension.angle == 1 else ""
    return plain(quantity.value / scale, 4) + sign
