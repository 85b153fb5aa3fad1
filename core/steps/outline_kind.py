"""What a kind of outline declares: its fields, the words it reads as, and how it is made."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from core.outlines import Outline
from core.steps.field import Field
from core.steps.state import PartState

Numbers = Mapping[str, float]
Words = Mapping[str, str]


@dataclass(frozen=True)
class OutlineKind:
    """One kind of outline: fields, the words it reads as, and how it is made."""

    kind: str
    title: str
    fields: tuple[Field, ...]
    sentence: str
    make: Callable[[Numbers, Words, PartState], Outline]
    also: tuple[str, ...] = ()
    also_turned: tuple[str, ...] = ()  # words that find it where it is turned about an axis
