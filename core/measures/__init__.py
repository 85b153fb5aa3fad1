"""Typed dimensions: how ``wall / 2 - 0.1 mm`` becomes a number with a working.

Map
    units       dimensions (length, angle, number), unit suffixes, the Quantity value
    grammar     text -> a small immutable tree; knows syntax and positions, no values
    evaluate    tree + scope -> Quantity, with dimension checking
    working     tree + scope -> the formula with its numbers put in
    display     a number as text: millimetres, inches decimal or nearest 1/64, degrees
    order       in which order named things can be worked out; names a cycle

A bare number has no dimension of its own until it meets one: ``2 * wall`` doubles,
``wall + 2`` adds two of the project's unit, a lone ``2`` takes the unit of its field.
"""

from core.measures.evaluate import Kind, Scope, evaluate, resolve
from core.measures.grammar import parse, references
from core.measures.order import dependency_order
from core.measures.units import Dimension, Quantity
from core.measures.working import substituted

__all__ = [
    "Dimension",
    "Kind",
    "Quantity",
    "Scope",
    "dependency_order",
    "evaluate",
    "parse",
    "references",
    "resolve",
    "substituted",
]
