"""Typed expressions with their values, workings and errors, by path in the document."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from functools import lru_cache

from core.errors import CoreError, ExpressionError
from core.measures import Quantity, evaluate, parse, substituted
from core.measures.display import quantity_text
from core.measures.evaluate import Kind, nearest, resolve
from core.measures.grammar import references
from core.measures.units import ANGLE, LENGTH, NUMBER, LengthUnit

_DIMENSION = {"length": LENGTH, "angle": ANGLE, "number": NUMBER, "count": NUMBER}


@dataclass(frozen=True)
class Typed:
    """One expression of a document, worked out.

    ``value`` is in mm, deg or plain; None when there is an error. ``formula`` is the working
    with its numbers put in, empty where there is nothing to work.
    """

    path: str
    text: str
    kind: Kind
    value: float | None = None
    shown: str = ""
    formula: str = ""
    error: CoreError | None = None


@dataclass
class Names:
    """Names known so far, and those that failed with why. Filled in dependency order.

    ``given`` are the measures of the document, whether or not they are worked out yet.
    """

    unit: LengthUnit
    known: dict[str, Quantity] = field(default_factory=dict)
    failed: dict[str, str] = field(default_factory=dict)
    given: tuple[str, ...] = ()
    _scopes: dict[str, tuple[int, dict[str, Quantity]]] = field(default_factory=dict)

    def within(self, part: str) -> dict[str, Quantity]:
        """The scope of a part: its own names plain, then everything else."""
        count, scope = self._scopes.get(part, (0, {}))
        if count != len(self.known):  # a name once known keeps its value
            prefix = f"{part}."
            own = {
                name.removeprefix(prefix): value
                for name, value in self.known.items()
                if name.startswith(prefix)
            }
            scope = {**self.known, **own}
            self._scopes[part] = (len(self.known), scope)
        return scope

    def why_missing(self, name: str, part: str) -> str | None:
        """Why a name has no value, if it is one that failed."""
        for candidate in (f"{part}.{name}", name):
            while candidate:
                if candidate in self.failed:
                    return self.failed[candidate]
                candidate = candidate.rpartition(".")[0]
        return None


def work_out(
    path: str, text: str, kind: Kind, names: Names, part: str = "", **extra: Quantity
) -> Typed:
    """An expression worked out in the scope of a part (or of the project, ``part`` empty).

    >>> from core.measures.units import length
    >>> names = Names("mm")
    >>> names.known["wall"] = length(2.4)
    >>> work_out("measures.lip", "wall / 2", "length", names).value
    1.2
    """
    known = names.within(part) if part else names.known
    try:
        values = [extra.get(name) or known.get(name) for name in _named(text)]
        if None in values:
            _told_missing(text, kind, names, part, {**known, **extra})
        return Typed(path, text, kind, *_worked(text, kind, names.unit, *values))
    except ExpressionError as error:
        unknown = _UNKNOWN.match(error.message)
        if unknown:
            given = {name.removeprefix(f"{part}.") for name in names.given}
            itself = path.rpartition("measures.")[2]
            error.remedy = nearest(unknown[1], sorted({*known, *extra, *given} - {itself}))
        return Typed(path, text, kind, error=error.at(path))


def _told_missing(
    text: str, kind: Kind, names: Names, part: str, scope: dict[str, Quantity]
) -> None:
    """Raises ExpressionError for the first name that has no value: why it has none, or what there
    is instead."""
    for name in _named(text):
        why = None if name in scope else names.why_missing(name, part)
        if why:
            told = f"'{name}' has no value: {why}"
            position = max(text.find(name), 0)
            raise ExpressionError(told, position=position, remedy="put that right first")
    resolve(text, kind, scope, names.unit)


@lru_cache(8192)
def _named(text: str) -> tuple[str, ...]:
    """The names an expression refers to, in the order of the alphabet."""
    return tuple(sorted(references(parse(text))))


@lru_cache(8192)
def _worked(
    text: str, kind: Kind, unit: LengthUnit, *values: Quantity | None
) -> tuple[float, str, str]:
    """The value of an expression whose names have these values, as it is shown, and its working."""
    pairs = zip(_named(text), values, strict=True)
    scope = {name: value for name, value in pairs if value is not None}
    quantity = Quantity(resolve(text, kind, scope, unit), _DIMENSION[kind])
    return quantity.value, quantity_text(quantity, unit), substituted(parse(text), scope, unit)


_UNKNOWN = re.compile("nothing here is called '(.+)'")
_WORD = re.compile(r"[^\W\d]\w*(?:\.[^\W\d]\w*)*")


def quantity_of(typed: Typed) -> Quantity:
    """The value of a worked-out expression, with its dimension."""
    assert typed.value is not None
    return Quantity(typed.value, _DIMENSION[typed.kind])


@lru_cache(8192)
def names_in(text: str) -> frozenset[str]:
    """The names an expression refers to; of other text, every word that could be a name.

    >>> sorted(names_in("wall / 2 + tin.height"))
    ['tin.height', 'wall']
    """
    try:
        return references(parse(text))
    except ExpressionError:
        return frozenset(_WORD.findall(text))


__all__ = ["Names", "Typed", "evaluate", "names_in", "quantity_of", "work_out"]
