"""What a field may be set to, resolved where it stands: faces, steps, parts, drawings, words."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from core.project.cache import ContentCache
from core.project.placing import edge_line
from core.project.schema import Project, Step
from core.solids import Frame
from core.steps.extrude import OF_CUTTER
from core.steps.field import Among, Field
from core.steps.points import BAR, points_on
from core.steps.round_side import cylinder_of
from core.steps.state import Feature, PartState

MOST = 200
MOST_POINTS = 400
ACROSS = 0.35  # an edge tells how far across if its normal leans at least this much that way


@dataclass(frozen=True)
class Option:
    """One thing a field may be set to: what the document keeps, and what is read."""

    value: str
    words: str


@dataclass(frozen=True)
class Surroundings:
    """What a field can refer to where it stands.

    ``state`` is the part before the step, ``steps`` the steps so far, ``others`` the finished
    other parts; ``face`` is the face a place is on and ``owner`` the step that made it.
    ``in_full``: every point and edge is told that a field may be set to, which are many and take
    the finished solid to be looked at; else only the one that it is set to.
    """

    project: Project
    part: str = ""
    state: PartState = field(default_factory=lambda: PartState(""))
    steps: Sequence[Step] = ()
    others: Mapping[str, PartState] = field(default_factory=dict)
    face: Frame | None = None
    owner: str = ""
    in_full: bool = False

    def step_words(self, name: str) -> str:
        """A step as it is spoken of."""
        return self._labels.get(name) or name.replace("_", " ")

    @cached_property
    def _labels(self) -> dict[str, str]:
        """What the steps so far are called; of two of one name the first."""
        return {one.id: one.spoken for one in reversed(self.steps)}

    def part_words(self, name: str) -> str:
        """A part as it is spoken of."""
        part = next((one for one in self.project.parts if one.name == name), None)
        return part.spoken if part else name.replace("_", " ")


def told_when_asked(spec: Field) -> bool:
    """Whether what a field may be set to is told only when it is asked for.

    >>> [told_when_asked(Field("x", kind, "", "")) for kind in ("from", "place")]
    [True, False]
    """
    return spec.kind in ("from", "point")


def option_now(spec: Field, around: Surroundings, text: str, empty: str = "") -> list[Option]:
    """What a field that is told when asked is set to, alone, and what it is where left alone."""
    alone = [Option("", empty or _EMPTY["from"])] if spec.kind == "from" else []
    if not text:
        return alone
    words = point_words(text, around) if spec.kind == "point" else _from_words(spec, around, text)
    return [*alone, Option(text, words)]


def options_of(spec: Field, around: Surroundings, empty: str = "") -> list[Option]:
    """Everything a field may be set to; of free text and numbers only what is suggested.

    Args:
        empty: what an empty value is read as, where the field is of a kind that may be empty.
    """
    if spec.choices:
        return [Option(c, t) for c, t in zip(spec.choices, spec.told or spec.choices, strict=True)]
    if spec.suggests:
        return [Option(text, text) for text in spec.suggests]
    resolve = _RESOLVED.get(spec.kind)
    found = resolve(spec, around) if resolve else []
    if spec.kind in ("place", "step", "from"):
        found.insert(0, Option("", empty or spec.empty or _EMPTY[spec.kind]))
    return found[: MOST if spec.kind not in ("from", "point") else MOST_POINTS]


_EMPTY = {"place": "the bed", "step": "the latest", "from": "the middle"}


def _faces(spec: Field, around: Surroundings) -> list[Option]:
    features = reversed(list(around.state.features.values()))
    return [
        Option(f"{feature.step}.{name}", f"{name} of {around.step_words(feature.step)}")
        for feature in features
        for name in feature.places
        if not name.endswith(OF_CUTTER)
    ]


def _places(spec: Field, around: Surroundings) -> list[Option]:
    found = _faces(spec, around)
    for part, state in around.others.items():
        there = around.part_words(part)
        found += [
            Option(f"{part}.{feature.step}.{name}", f"{name} of {feature.step} on {there}")
            for feature in state.features.values()
            for name in feature.places
            if not name.endswith(OF_CUTTER)
        ]
    return found


def _sides(spec: Field, around: Surroundings) -> list[Option]:
    if spec.among == "whole":
        return _faces(spec, around)
    names: dict[str, None] = {}
    for feature in around.state.features.values():
        if feature.prism is not None:
            names |= dict.fromkeys(feature.prism.faces())
    return [Option(name, name) for name in names]


def _steps(spec: Field, around: Surroundings) -> list[Option]:
    features = reversed(list(around.state.features.values()))
    return [Option(f.step, around.step_words(f.step)) for f in features if _will_do(f, spec.among)]


def _will_do(feature: Feature, among: Among) -> bool:
    needed: dict[Among, object] = {
        "any": feature,
        "raised": feature.prism,
        "cylinder": cylinder_of(feature) if among == "cylinder" else None,
        "piece": feature.tool,
        "recess": feature.recess,
        "rim": feature.mouth,
        "whole": feature,
    }
    return needed[among] is not None


def _parts(spec: Field, around: Surroundings) -> list[Option]:
    names = [part.name for part in around.project.parts if part.name != around.part]
    return [Option(name, around.part_words(name)) for name in names]


def _drawings(spec: Field, around: Surroundings) -> list[Option]:
    return [Option(one.name, one.name) for one in around.project.drawings]


def _points(spec: Field, around: Surroundings) -> list[Option]:
    return [Option(told, point_words(told, around)) for told in _points_of(around.state)]


_POINTS = ContentCache(500)


def _points_of(state: PartState) -> list[str]:
    return _POINTS.get(state.key, lambda: points_on(state)) if state.key else points_on(state)


def point_words(told: str, around: Surroundings) -> str:
    """A point as it is spoken of: the corner, the middle of an edge or a face, an axis."""
    names = told.split(BAR)
    if len(names) == 1 and "." not in told:
        return f"axis of {around.step_words(told)}"
    steps = list(dict.fromkeys(name.partition(".")[0] for name in names))
    faces = [name.partition(".")[2] for name in names]
    if len(steps) == 1:
        said = ", ".join(faces)
        of = f" of {around.step_words(steps[0])}"
    else:
        of = ""
        said = ", ".join(
            f"{face} of {around.step_words(name.partition('.')[0])}"
            for name, face in zip(names, faces, strict=True)
        )
    what = {1: "middle of", 2: "edge middle", 3: "corner"}[len(names)]
    return f"{what} {said}{of}"


def _told_from(spec: Field, around: Surroundings) -> list[Option]:
    """Edges of the face and middles of what is on it, the face's own first."""
    if around.face is None:
        return []
    across = spec.name.startswith("x")
    found: list[str] = []
    features = list(around.state.features.values())
    features.sort(key=lambda feature: feature.step != around.owner)
    for feature in features:
        for name, frame in feature.places.items():
            if name in feature.curved or name.endswith(OF_CUTTER):
                continue
            normal, _ = edge_line(around.face, frame)
            if normal and abs(normal[0 if across else 1]) > ACROSS:
                found.append(f"{feature.step}.{name}")
    found += [
        feature.step
        for feature in features
        if feature.axis is not None and feature.step != around.owner
    ]
    found += [told for told in _points_of(around.state) if BAR in told]
    return [Option(told, _from_words(spec, around, told)) for told in found]


def _from_words(spec: Field, around: Surroundings, told: str) -> str:
    """What a distance is told from, as it is spoken of: an edge of the face, an axis, a point."""
    way = "right of" if spec.name.startswith("x") else "up from"
    step, dot, name = told.partition(".")
    if BAR in told:
        return f"{way} the {point_words(told, around)}"
    if not dot:
        return f"{way} the middle of {around.step_words(step)}"
    of = "" if step == around.owner else f" of {around.step_words(step)}"
    return f"from the {name} edge{of}"


def told_from_middle(name: str) -> str:
    """What is read where a distance is told from the middle.

    >>> told_from_middle("x"), told_from_middle("y")
    ('right of the middle', 'up from the middle')
    """
    return "right of the middle" if name.startswith("x") else "up from the middle"


_RESOLVED: dict[str, Callable[[Field, Surroundings], list[Option]]] = {
    "face": _faces,
    "place": _places,
    "faces": _sides,
    "step": _steps,
    "steps": _steps,
    "part": _parts,
    "drawing": _drawings,
    "from": _told_from,
    "point": _points,
}


def feature_owner(state: PartState, on: str) -> Feature | None:
    """The feature a place name belongs to, or None where there is none."""
    step, _, face = on.rpartition(".")
    owners = [step] if step else list(state.features)[::-1]
    for owner in owners:
        feature = state.features.get(owner)
        if feature and face in feature.places:
            return feature
    return None
