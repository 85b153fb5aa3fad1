"""What is set of a step or a fit, read as typed attributes.

A kind has a frozen class of its own that names each of its fields with the unit in the name:
lengths end in ``_mm``, angles in ``_deg``; whole and plain numbers and words go by their own name.
`tests/core/test_typed_fields.py` holds each class against what its kind declares.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, fields
from functools import cache
from typing import Self

UNITS = ("_mm", "_deg")


@dataclass(frozen=True, slots=True)
class Fields:
    """What every kind's own class of fields is one of."""

    @classmethod
    def typed(cls, words: Mapping[str, str], numbers: Mapping[str, float] | None = None) -> Self:
        """The fields as typed, or at their defaults, with their numbers worked out.

        Args:
            words: every field that holds words, by its name.
            numbers: every field that holds a number, in mm, degrees or plain; what is not worked
                out yet is no number.
        """
        known = numbers or {}
        return cls(
            **{
                attribute: known.get(name, math.nan) if is_number else words[name]
                for attribute, name, is_number in _names(cls)  # type: ignore[arg-type]
            }
        )


def name_of(attribute: str) -> str:
    """The name that a document gives the field of an attribute.

    >>> name_of("depth_mm"), name_of("sink_deg"), name_of("form"), name_of("with_")
    ('depth', 'sink', 'form', 'with')
    """
    for unit in UNITS:
        attribute = attribute.removesuffix(unit)
    return attribute.removesuffix("_")  # words of the language itself


@cache
def _names(kind: type) -> tuple[tuple[str, str, bool], ...]:
    """Attribute, field name, and whether it is a number, of a class of fields."""
    every = fields(kind)
    return tuple((one.name, name_of(one.name), one.type == "float") for one in every)
