"""What can be set of a step, an outline, a fit or a place, and how it is read aloud.

A field is declared once, here in the core: what it takes, its limits, when it applies, where its
options come from, and the clause that says it. Readers, sentences and screens go by that; none of
them knows a field by its name.

Map
    Field       the declaration
    applies     whether a field has a say, given what else is set
    told_with   a sentence and the clauses left out of it
"""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from core.measures.evaluate import Kind

NUMBERS = ("length", "angle", "number", "count")
FieldKind = Literal[
    "length",  # an expression in mm, angles in degrees, plain numbers, whole numbers
    "angle",
    "number",
    "count",
    "choice",  # one of a few words
    "text",  # any words
    "place",  # a face to stand on, of this part or another; empty: the bed
    "face",  # a face of an earlier step of this part
    "faces",  # several of them, with commas between
    "edges",  # several edges, each where two faces meet, with sizes of their own if given
    "from",  # what a distance across a face is told from: an edge, an axis; empty: the middle
    "step",  # an earlier step of this part; empty: the latest that will do
    "steps",  # several of them, with commas between
    "point",  # a corner, the middle of an edge or a face, an axis
    "part",  # another part
    "drawing",  # a drawing brought in
    "moves",  # an outline or a path told as moves
    "fixed",  # set by the program, shown and not edited
]
# what a field of kind "step" may name: a raised body, a piece that can be repeated, a hole or
# pocket, an open rim, or anything; what "faces" may name: sides of a raised body, or of the whole
# part
Among = Literal["any", "raised", "cylinder", "piece", "recess", "rim", "whole"]
Condition = tuple[str, tuple[str, ...]]

MARK = re.compile(r"{([\w.]+)}")


@dataclass(frozen=True, slots=True)
class Field:
    """One thing a maker can set: an expression, or a word.

    ``default`` is typed as a maker would; lengths without a unit in a default are millimetres.
    ``default_if`` holds (field, value, default) where another field decides. ``when`` and
    ``unless`` hold (field, values): all of the first must match and none of the second.
    ``told`` words the choices, one each, where the sentence needs other words than the document.
    ``clause`` is what joins the sentence once the field is set; fields that the sentence names
    anyway need none. Limits are in mm, degrees or plain.
    """

    name: str
    kind: FieldKind
    label: str
    default: str
    choices: tuple[str, ...] = ()
    hint: str = ""
    told: tuple[str, ...] = ()
    clause: str = ""
    when: tuple[Condition, ...] = ()
    unless: tuple[Condition, ...] = ()
    default_if: tuple[tuple[str, str, str], ...] = ()
    among: Among = "any"
    empty: str = ""  # what an empty step is read as
    suggests: tuple[str, ...] = ()
    above: float | None = None  # more than this
    least: float | None = None  # this or more
    most: float | None = None  # this or less
    # where a new step is sized to its face: a length across it, or one that goes into the body
    spans: Literal["", "across", "into"] = ""
    goes_in_when: tuple[Condition, ...] = ()
    # what moves draw: a path that may stay open, a closed outline, circles with a hull round them
    draws: Literal["path", "outline", "circles"] = "path"
    # a text in which brackets hold lengths, put in as millimetres: print (across)x4
    measured: bool = False
    # what it begins with where the project is in inches, for what it begins with else
    by_inch: tuple[tuple[str, str], ...] = ()
    beside: str = ""  # the field that the same press on a corner sets as well

    @property
    def is_number(self) -> bool:
        """Whether it holds an expression; else it holds words."""
        return self.kind in NUMBERS

    @property
    def holds_names(self) -> bool:
        """Whether its text may refer to measures and sizes by name."""
        return self.is_number or self.measured or self.kind in ("moves", "edges")

    def number_kind(self) -> Kind:
        """The kind of a field that holds an expression."""
        assert self.is_number
        return self.kind  # type: ignore[return-value]

    def default_in(self, words: Mapping[str, str]) -> str:
        """What holds where nothing is typed, given the other fields."""
        for name, value, default in self.default_if:
            if words.get(name) == value:
                return default
        return self.default

    def goes_in(self, words: Mapping[str, str]) -> bool:
        """Whether a length that spans "into" does go into the body, given the other fields."""
        return all(words.get(name) in values for name, values in self.goes_in_when)

    def said(self) -> str:
        """The clause that says it, with ``{field}`` where its value goes."""
        return self.clause or f", {self.label.split(',')[0]} {{{self.name}}}"


def begun_by_inch(fields: Iterable[Field], typed: Mapping[str, str]) -> dict[str, str]:
    """What is typed as something begins, in a project in inches: what is bought, by the inch too.

    >>> screw = Field("size", "choice", "screw", "M3", ("M3", "#4-40"), by_inch=(("M3", "#4-40"),))
    >>> begun_by_inch((screw,), {}), begun_by_inch((screw,), {"size": "M6"})
    ({'size': '#4-40'}, {'size': 'M6'})
    """
    changed = {
        spec.name: dict(spec.by_inch).get(typed.get(spec.name, spec.default))
        for spec in fields
        if spec.by_inch
    }
    return {**typed, **{name: text for name, text in changed.items() if text}}


def filled(fields: Iterable[Field], typed: Mapping[str, str]) -> dict[str, str]:
    """Every field as typed or at its default; later defaults may go by earlier fields.

    >>> filled((Field("deep", "length", "deep", "2 mm"),), {})
    {'deep': '2 mm'}
    """
    words: dict[str, str] = {}
    for spec in fields:
        words[spec.name] = typed.get(spec.name, spec.default_in(words))
    return words


def applies(spec: Field, words: Mapping[str, str]) -> bool:
    """Whether a field has a say, given every field's words."""
    return all(words.get(name) in values for name, values in spec.when) and not any(
        words.get(name) in values for name, values in spec.unless
    )


def told_with(
    sentence: str, fields: Collection[Field], typed: Collection[str], words: Mapping[str, str]
) -> tuple[str, list[str]]:
    """A sentence with the clauses of what is set, and the clauses of what is left alone.

    Args:
        sentence: what is always said, with ``{field}`` marks.
        typed: the names of the fields that are set.
        words: every field, as typed or at its default.
    """
    said = set(MARK.findall(sentence))
    left: list[str] = []
    for spec in fields:
        if spec.name in said or not applies(spec, words):
            continue
        clause = spec.said()
        named = set(MARK.findall(clause))
        said |= named
        if named & set(typed):
            sentence += clause
        else:
            left.append(clause)
    return sentence, left
