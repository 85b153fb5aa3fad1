"""What a kind of outline declares: its fields, the words it reads as, and how it is made."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from core.outlines import Outline
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.state import PartState

F = TypeVar("F", bound=Fields)


@dataclass(frozen=True)
class OutlineKind(Generic[F]):
    """One kind of outline: its fields and what they are read as, its words, how it is made."""

    shape: type[F]
    kind: str
    title: str
    fields: tuple[Field, ...]
    sentence: str
    make: Callable[[F, PartState], Outline]
    also: tuple[str, ...] = ()
    also_turned: tuple[str, ...] = ()  # words that find it where it is turned about an axis

    def made(
        self, numbers: Mapping[str, float], words: Mapping[str, str], state: PartState
    ) -> Outline:
        """The outline of a state, with every field worked out: mm and degrees.

        Raises:
            BuildError: it cannot be made so; says why, and what would work.
        """
        return self.make(self.shape.typed(words, numbers), state)


AnyOutlineKind = OutlineKind[Any]
