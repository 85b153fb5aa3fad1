"""What a part is after some of its steps: the solid so far, and what later steps can follow."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from core.errors import BuildError
from core.measures.evaluate import nearest
from core.measures.units import Quantity
from core.outlines import Outline
from core.solids import Body, Frame, Prism
from core.solids.frame import Vector
from core.solids.swept import NO_LEGS, Legs
from core.solids.turned import Lathe
from core.threads import Thread

FLAT_MM = 1e-6  # thinner all over it is a skin, not a body


def something_left(body: Body, remedy: str = "a smaller size") -> Body:
    """A part's body, as long as there is any.

    Raises:
        BuildError: nothing is left; ``remedy`` says what would do.

    >>> from core.outlines import rectangle
    >>> from core.solids import prism_body
    >>> cube = prism_body(Prism(Frame(), rectangle(4, 4), 0, 4), "cube")
    >>> something_left(cube) is cube
    True
    >>> something_left(cube - cube)
    Traceback (most recent call last):
    core.errors.BuildError: this leaves nothing of the part
    """
    if (
        body.is_empty
        or min(b - a for a, b in zip(body.bounds[:3], body.bounds[3:], strict=True)) < FLAT_MM
    ):
        raise BuildError("this leaves nothing of the part", remedy=remedy)
    return body


class NoPlace(BuildError):
    """A place that is not there; ``step`` is the step it would be of."""

    step = ""

    def not_built(self) -> None:
        """Says instead that its step is not built, which has its own reason told beside it.

        >>> missing = NoPlace("there is no place 'lug.top' here")
        >>> missing.step = "lug"
        >>> missing.not_built()
        >>> missing.one_line()
        "'lug', on which this stands, is not built - mend it first, or switch it on"
        """
        self.message = f"'{self.step}', on which this stands, is not built"
        self.remedy = "mend it first, or switch it on"


@dataclass(frozen=True)
class Mouth:
    """The open rim of a hollow body: where a lid goes.

    ``frame`` stands on the rim, z out of the opening; ``outer`` and ``inner`` are the outlines
    of the wall there; ``wall`` is its thickness and ``depth`` that of the hollow below, in mm.
    ``sides`` are the outside faces, as (step, names).
    """

    frame: Frame
    outer: Outline
    inner: Outline
    wall: float
    depth: float
    height: float
    sides: tuple[str, frozenset[str]]


@dataclass(frozen=True)
class Feature:
    """What one step leaves behind: named places, quantities, and the shape it made."""

    step: str
    places: Mapping[str, Frame] = field(default_factory=dict)
    quantities: Mapping[str, Quantity] = field(default_factory=dict)
    prism: Prism | None = None
    mouth: Mouth | None = None
    opening: Frame | None = None  # the flat face above that a hollow is open at, z out of it
    lathe: Lathe | None = None  # what that piece was turned from, where it was
    tool: Body | None = None  # the piece it added or cut, for patterns and mirrors to repeat
    mode: str = "add"
    also: tuple[tuple[str, Body], ...] = ()  # what it did besides, as (mode, piece), in order
    finishing: bool = False  # its piece finishes edges: copied where asked for, never by itself
    thread: Thread | None = None
    recess: Recess | None = None  # the mouth of a hole or pocket, for its rim to be finished
    axis: Frame | None = None  # its middle or axis, from which distances can be told
    curved: frozenset[str] = frozenset()  # places that lie on a round side
    outline_middle: Vector | None = None  # the middle of its outline's box, at its low end
    cut: Body | None = None  # of what a fit cut, as much as is to lie in material
    missed: tuple[Vector, ...] = ()  # middles of copies that met no material
    legs: Legs = NO_LEGS  # of a swept body, between its sharp corners
    offcuts: tuple[Body, ...] = ()  # the pieces a split did not keep, in order
    rooms: tuple[Body, ...] = ()  # the room each of those pieces lies in, and last that of the kept

    @property
    def acts(self) -> tuple[tuple[str, Body], ...]:
        """All that it did to the part, as (mode, piece), in order: what copies do again."""
        return () if self.tool is None else ((self.mode, self.tool), *self.also)


def did(feature: Feature, acts: tuple[tuple[str, Body], ...]) -> Feature:
    """A feature with what its step did, for copies to do again."""
    if not acts:
        return feature
    (mode, tool), *rest = acts
    return replace(feature, tool=tool, mode=mode, also=tuple(rest), finishing=True)


@dataclass(frozen=True)
class Recess:
    """The mouth of a cut: its outline on a face (z out of it) and how deep it goes, mm."""

    frame: Frame
    outline: Outline
    depth: float


@dataclass(frozen=True)
class PartState:
    """A part after some steps. ``key`` is a hash of everything it was made from."""

    part: str
    body: Body | None = None
    features: Mapping[str, Feature] = field(default_factory=dict)
    key: str = ""

    def made(self, body: Body, *features: Feature) -> PartState:
        """The state after a step."""
        return replace(self, body=body, features={**self.features, **{f.step: f for f in features}})

    def solid(self) -> Body:
        """The solid so far.

        Raises:
            BuildError: there is none.
        """
        if self.body is None:
            raise BuildError(
                "there is no solid yet to work on", remedy="start the part with an extrude step"
            )
        return self.body

    def place(self, reference: str) -> tuple[Feature, Frame]:
        """The named place ``step.face``, or ``face`` of the latest step that has one.

        Raises:
            NoPlace: no such place; offers the nearest.
        """
        step, _, face = reference.rpartition(".")
        owners = [step] if step else list(self.features)[::-1]
        for owner in owners:
            feature = self.features.get(owner)
            if feature and face in feature.places:
                return feature, feature.places[face]
        known = [f"{f.step}.{name}" for f in self.features.values() for name in f.places]
        missing = NoPlace(f"there is no place '{reference}' here", remedy=nearest(reference, known))
        missing.step = step
        raise missing

    def tool(self, reference: str) -> Feature:
        """The step whose piece is to be repeated: the one named, or the latest that made one.

        Raises:
            BuildError: there is none.
        """
        found = [f for f in self.features.values() if f.tool is not None]
        if reference:
            found = [f for f in found if f.step == reference]
        else:
            found = [f for f in found if not f.finishing]
        if not found:
            named = f"'{reference}' makes no piece" if reference else "no step here makes a piece"
            raise BuildError(
                f"{named} that can be repeated",
                remedy="an extrude, revolve, hole, boss, loft or sweep step",
            )
        return found[-1]

    @property
    def is_raised(self) -> bool:
        """Whether any body of it is raised from an outline."""
        return any(feature.prism is not None for feature in self.features.values())

    def prism(self, reference: str = "") -> Feature:
        """The feature with a raised outline named by ``reference``, or the first one."""
        found = [f for f in self.features.values() if f.prism is not None]
        if reference:
            found = [f for f in found if f.step == reference]
        if not found:
            named = f" called '{reference}'" if reference else ""
            raise BuildError(
                f"there is no raised body{named} here to work on",
                remedy="raise one from an outline",
            )
        return found[0]

    def mouth(self, reference: str = "") -> tuple[Feature, Mouth]:
        """The open rim a step left, or the latest one.

        Raises:
            BuildError: nothing here is hollow and open.
        """
        for feature in reversed(list(self.features.values())):
            if feature.mouth is not None and reference in ("", feature.step):
                return feature, feature.mouth
        if reference:
            rims = [f.step for f in self.features.values() if f.mouth is not None]
            raise BuildError(f"'{reference}' leaves no open rim", remedy=nearest(reference, rims))
        raise BuildError(
            f"'{self.part}' has no open rim for a lid",
            remedy="hollow it with a shell step that is open at the top",
        )
