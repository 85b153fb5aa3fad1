"""The project document, version 2; `core.project.upgrading` reads older ones.

Every number a maker types is an expression, kept as typed. Names that expressions refer to
(measures, parts, steps, fits) are identifiers; labels are free text.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    StringConstraints,
    field_validator,
    model_validator,
)

from core.measures.units import RESERVED
from core.process.model import Process

VERSION = 2
FORMAT = "fair-hinge-project"

Name = Annotated[str, StringConstraints(pattern=r"^[^\W\d]\w{0,59}$")]
Expression = Annotated[str, StringConstraints(max_length=400)]
Words = Annotated[str, StringConstraints(max_length=2000)]
Label = Annotated[str, StringConstraints(max_length=120)]
Colour = Annotated[str, StringConstraints(pattern=r"^#[0-9a-fA-F]{6}$")]
# a face, or the direction that points at the bed as three numbers
Facing = Annotated[
    str,
    StringConstraints(
        pattern=r"^(bottom|top|front|back|left|right|(-?\d(\.\d{1,6})? ){2}-?\d(\.\d{1,6})?)$"
    ),
]
Values = Annotated[dict[str, Expression], Field(max_length=60)]


class _Model(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True)


class Measure(_Model):
    """A named dimension."""

    name: Name
    expression: Expression
    kind: Literal["length", "angle", "number", "count"] = "length"
    note: Label = ""

    @field_validator("name")
    @classmethod
    def _not_a_word_of_the_language(cls, name: str) -> str:
        if name in RESERVED:
            raise ValueError(f"'{name}' already means something in expressions")
        return name


class OutlineSpec(_Model):
    """Which outline a step uses, and its fields."""

    kind: Label
    fields: Values = {}
    more: Annotated[list[Further], Field(max_length=12)] = []


class Further(_Model):
    """An outline joined with another, cut out of it, or common to both, moved and turned.

    Here and in stations and places an empty text is what was left alone.
    """

    mode: Literal["add", "cut", "common"] = "add"
    outline: OutlineSpec
    x: Expression = ""
    y: Expression = ""
    turn: Expression = ""


class Station(_Model):
    """A further outline of a step that has several, and where it stands above the first."""

    outline: OutlineSpec
    up: Expression = "20 mm"
    x: Expression = ""
    y: Expression = ""
    turn: Expression = ""


class Place(_Model):
    """Where a step acts: a named face of an earlier step (empty: the bed), moved and turned.

    ``x`` and ``y`` are told from what ``x_from`` and ``y_from`` name: another face, whose plane
    meets this one in an edge (``body.left``), a step, whose middle or axis is meant
    (``hole``), or a point (``body.top | body.left``); from the middle of the face where they are
    empty.
    """

    on: Label = ""
    x: Expression = ""
    x_from: Label = ""
    y: Expression = ""
    y_from: Label = ""
    out: Expression = ""
    turn: Expression = ""


class Step(_Model):
    """One line of a build sheet."""

    id: Name
    kind: Label
    label: Label = ""
    note: Words = ""
    enabled: bool = True
    fields: Values = {}
    outline: OutlineSpec | None = None
    stations: Annotated[list[Station], Field(max_length=30)] = []
    place: Place | None = None

    @property
    def spoken(self) -> str:
        """What it is called where it is spoken of."""
        return self.label or self.id.replace("_", " ")


class ExpectedMass(_Model):
    """A mass the part should come to, as a check on the model."""

    grams: float = Field(gt=0)
    tolerance_percent: float = Field(1.0, gt=0, le=100)
    material: Label = ""


class Part(_Model):
    """One real-world piece."""

    name: Name
    label: Label = ""
    material: Label = ""
    colour: Colour = "#7fa79f"
    shown: Literal["solid", "seen through", "hidden"] = "solid"  # on the stage
    measures: Annotated[list[Measure], Field(max_length=200)] = []
    steps: Annotated[list[Step], Field(max_length=300)] = []
    stance: Facing = "bottom"
    bought: bool = False  # not printed: a thing that others must clear
    inside: Label = ""  # the part a bought thing is put into; their origins coincide
    clear: Expression = "0.5 mm"  # how far that part must keep from it, a side
    expected_mass: ExpectedMass | None = None

    @property
    def spoken(self) -> str:
        """What it is called where it is spoken of."""
        return self.label or self.name.replace("_", " ")


class FitSpec(_Model):
    """A relation between two parts."""

    name: Name
    kind: Label
    label: Label = ""
    parts: tuple[Name, Name]
    feel: Literal["press", "snug", "slide", "free", "print-in-place"] = "slide"
    gap: Expression = ""  # typed here, it overrules the feel
    gives_way: Literal["outer", "inner", "half each"] = "outer"
    fields: Values = {}
    place_a: Place | None = None
    place_b: Place | None = None


class Drawing(_Model):
    """A traced drawing: one path in millimetres, y up, and what was left out of the file.

    ``path`` holds ``M``, ``L``, ``A`` and ``Z`` as in SVG; arcs are true arcs.
    """

    name: Name
    file: Label = ""
    path: Annotated[str, StringConstraints(max_length=400_000)]
    skipped: Annotated[list[Label], Field(max_length=200)] = []


class Accepted(_Model):
    """A finding the maker accepts, and why. It holds while the value gets no worse."""

    check: Label
    part: Label = ""
    fit: Label = ""
    value: float | None = None
    message: Words = ""  # where there is no value, the very words
    reason: Annotated[str, StringConstraints(min_length=1, max_length=400, strip_whitespace=True)]


class Check(_Model):
    """A size on a paper drawing or a measured object, to be ticked against the model.

    The model's own is an expression, or what ``reads`` names between the one or two things of
    ``of`` (see `core.checks.pressed`), measured on the finished solids.
    """

    what: Label
    size: Expression = ""
    of: Annotated[list[Words], Field(max_length=2)] = []
    reads: Label = ""
    wanted: Expression
    within: Expression = "0.1 mm"


class Use(_Model):
    """What the project is meant for, where that can hurt someone."""

    toy: bool = False  # for small children
    food: bool = False
    load: bool = False  # someone relies on it
    warm_c: float | None = Field(None, ge=-60, le=400)  # as warm as it gets, °C


class Project(_Model):
    """One piece of work."""

    format: Literal["fair-hinge-project"] = "fair-hinge-project"
    version: Literal[2] = 2
    title: Label
    units: Literal["mm", "in"] = "mm"
    process: Process = Field(default_factory=Process)
    measures: Annotated[list[Measure], Field(max_length=400)] = []
    parts: Annotated[list[Part], Field(max_length=60)] = []
    fits: Annotated[list[FitSpec], Field(max_length=100)] = []
    drawings: Annotated[list[Drawing], Field(max_length=40)] = []
    checklist: Annotated[list[Check], Field(max_length=200)] = []
    accepted: Annotated[list[Accepted], Field(max_length=400)] = []
    use: Use = Field(default_factory=Use)
    notes: Words = ""

    @model_validator(mode="after")
    def _names_are_unique(self) -> Project:
        _unique(
            "two measures, parts or fits are called",
            [
                *(m.name for m in self.measures),
                *(p.name for p in self.parts),
                *(f.name for f in self.fits),
            ],
        )
        _unique("two drawings are called", [d.name for d in self.drawings])
        for part in self.parts:
            _unique(
                f"in '{part.name}', two measures or steps are called",
                [
                    *(m.name for m in part.measures),
                    *(s.id for s in part.steps),
                ],
            )
        known = {part.name for part in self.parts}
        for fit in self.fits:
            for name in fit.parts:
                if name not in known:
                    raise ValueError(f"fit '{fit.name}' names a part '{name}' that is not there")
            if fit.parts[0] == fit.parts[1]:
                raise ValueError(f"fit '{fit.name}' joins '{fit.parts[0]}' to itself")
        return self

    def part(self, name: str) -> Part:
        """A part by its name.

        Raises:
            StopIteration: there is none.
        """
        return next(part for part in self.parts if part.name == name)


def _unique(words: str, names: list[str]) -> None:
    seen: set[str] = set()
    for name in names:
        if name in seen:
            raise ValueError(f"{words} '{name}'")
        seen.add(name)
