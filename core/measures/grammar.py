"""The syntax of expressions, read by Lark (LALR, so depth costs no recursion).

``1/8in`` and ``7 1/4"`` are single numbers; ``2.5in/2`` is a division. Every node keeps the
position of its cause in the text. Nothing here is ever executed as Python.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Any

from lark import Lark, Token, Transformer, UnexpectedCharacters, UnexpectedToken

from core.errors import ExpressionError
from core.measures.units import NUMBER, UNITS, Quantity

LONGEST = 400
DEEPEST = 60

_UNIT = r"(mm|cm|in|ft|m|deg)(?![A-Za-z0-9_])|\"|°"
GRAMMAR = rf"""
start: sum
?sum: product | sum "+" product -> add | sum "-" product -> sub
?product: unary | product "*" unary -> mul | product "/" unary -> div
?unary: power | "-" unary -> neg | "+" unary
?power: atom | atom "^" unary -> pow
?atom: MIXED -> mixed | FRACTION -> fraction | QUANTITY -> quantity | NUMBER -> quantity
     | NAME "(" [sum ("," sum)*] ")" -> call | NAME -> name | "(" sum ")"
MIXED.4: /\d+\s+\d+\/\d+(\s*({_UNIT}))?/
FRACTION.3: /\d+\/\d+\s*({_UNIT})/
QUANTITY.2: /(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?\s*({_UNIT})/
NUMBER.1: /(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?/
NAME: /[^\W\d]\w*(\.[^\W\d]\w*)*/
%ignore /[ \t\r\n]+/
"""


@dataclass(frozen=True, slots=True)
class Literal:
    """A number as typed."""

    quantity: Quantity
    text: str
    pos: int
    depth: int = 1


@dataclass(frozen=True, slots=True)
class Name:
    """A reference: ``wall``, ``tin.wall``, ``body.top``."""

    name: str
    pos: int
    depth: int = 1


@dataclass(frozen=True, slots=True)
class Negative:
    """A leading minus."""

    operand: Node
    pos: int
    depth: int


@dataclass(frozen=True, slots=True)
class Binary:
    """Two operands and one of ``+ - * / ^``."""

    operator: str
    left: Node
    right: Node
    pos: int
    depth: int


@dataclass(frozen=True, slots=True)
class Call:
    """A function of the expression language."""

    function: str
    arguments: tuple[Node, ...]
    pos: int
    depth: int


Node = Literal | Name | Negative | Binary | Call


def _literal(token: Token, value: float, unit: str) -> Literal:
    pos = token.start_pos or 0
    if value in (float("inf"), float("-inf")):
        raise ExpressionError("this number is too large", position=pos, remedy="a smaller number")
    dimension, factor = UNITS[unit] if unit else (NUMBER, 1.0)
    return Literal(Quantity(value * factor, dimension, bare=not unit), str(token), pos)


def _split_unit(text: str) -> tuple[str, str]:
    stem = text.rstrip('abcdefghijklmnopqrstuvwxyz"° ')
    return stem, text[len(stem) :].strip()


def _ratio(token: Token, text: str) -> float:
    top, bottom = text.split("/")
    if float(bottom) == 0:
        raise ExpressionError(
            "this divides by zero",
            position=token.start_pos,
            remedy="a fraction with another lower number",
        )
    return float(top) / float(bottom)


class _Builder(Transformer[Token, Node]):
    """Builds nodes bottom-up while Lark parses; refuses what nests too deep."""

    def start(self, items: list[Node]) -> Node:
        return items[0]

    def quantity(self, items: list[Token]) -> Node:
        stem, unit = _split_unit(str(items[0]))
        return _literal(items[0], float(stem), unit)

    def fraction(self, items: list[Token]) -> Node:
        stem, unit = _split_unit(str(items[0]))
        return _literal(items[0], _ratio(items[0], stem), unit)

    def mixed(self, items: list[Token]) -> Node:
        stem, unit = _split_unit(str(items[0]))
        whole, ratio = stem.split()
        return _literal(items[0], float(whole) + _ratio(items[0], ratio), unit)

    def name(self, items: list[Token]) -> Node:
        return Name(str(items[0]), items[0].start_pos or 0)

    def call(self, items: list[Any]) -> Node:
        arguments = tuple(item for item in items[1:] if item is not None)
        depth = 1 + max((argument.depth for argument in arguments), default=0)
        return Call(str(items[0]), arguments, items[0].start_pos or 0, _shallow(depth))

    def neg(self, items: list[Node]) -> Node:
        return Negative(items[0], items[0].pos, _shallow(items[0].depth + 1))

    def _binary(self, operator: str, items: list[Node]) -> Node:
        left, right = items
        depth = _shallow(1 + max(left.depth, right.depth))
        return Binary(operator, left, right, right.pos, depth)

    def add(self, items: list[Node]) -> Node:
        return self._binary("+", items)

    def sub(self, items: list[Node]) -> Node:
        return self._binary("-", items)

    def mul(self, items: list[Node]) -> Node:
        return self._binary("*", items)

    def div(self, items: list[Node]) -> Node:
        return self._binary("/", items)

    def pow(self, items: list[Node]) -> Node:
        return self._binary("^", items)


def _shallow(depth: int) -> int:
    if depth > DEEPEST:
        raise ExpressionError(
            f"this nests deeper than {DEEPEST} levels",
            position=0,
            remedy="measures of their own for the inner brackets",
        )
    return depth


@cache
def _parser() -> Lark:
    return Lark(GRAMMAR, parser="lalr", lexer="contextual", transformer=_Builder(), start="start")


@lru_cache(maxsize=4096)
def parse(text: str) -> Node:
    """The tree of an expression.

    Raises:
        ExpressionError: the text is empty, too long or no expression; with its position.

    >>> references(parse("2 * wall"))
    frozenset({'wall'})
    """
    if not text.strip():
        raise ExpressionError("nothing is typed here", position=0, remedy="type a number")
    if len(text) > LONGEST:
        raise ExpressionError(
            f"this is longer than {LONGEST} characters",
            position=LONGEST,
            remedy="measures of their own for parts of it",
        )
    try:
        return _parser().parse(text)  # type: ignore[return-value]
    except UnexpectedCharacters as error:
        shown = text[error.pos_in_stream or 0]
        remedy = 'use a point: "2.5"' if shown == "," else None
        raise ExpressionError(
            f"'{shown}' has no meaning here", position=error.pos_in_stream, remedy=remedy
        ) from None
    except UnexpectedToken as error:
        if error.token.type == "$END":
            raise ExpressionError(
                "the expression stops too early",
                position=len(text),
                remedy="type on: a number, a name or a closing bracket is missing",
            ) from None
        position = error.token.start_pos or 0
        if str(error.token) == ",":
            raise ExpressionError(
                "a comma stands here", position=position, remedy='decimals take a point: "2.5"'
            ) from None
        raise ExpressionError(
            f"'{error.token}' does not follow from what stands before it",
            position=position,
            remedy="a sign such as +, -, * or / between two of them, or take it away",
        ) from None


def references(node: Node) -> frozenset[str]:
    """Every name the expression refers to, dotted names whole.

    >>> sorted(references(parse("wall / 2 + tin.height * sin(30)")))
    ['tin.height', 'wall']
    """
    match node:
        case Name(name=name):
            return frozenset() if name == "pi" else frozenset({name})
        case Negative(operand=operand):
            return references(operand)
        case Binary(left=left, right=right):
            return references(left) | references(right)
        case Call(arguments=arguments):
            return frozenset().union(*(references(argument) for argument in arguments))
    return frozenset()
