"""The fields of steps, outlines and fits worked out: expressions, words, moves, drawings."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import cast

from core.errors import BuildError, CoreError
from core.measures import Quantity
from core.measures.display import told_value
from core.measures.evaluate import Kind, nearest
from core.outlines import Outline, combine_outlines, plain_value, read_moves
from core.outlines.moves import Value, unbracketed
from core.outlines.outlines_of_moves import open_run
from core.project.resolve import Names, Typed, quantity_of, work_out
from core.project.results import Sketch
from core.project.schema import Further, OutlineSpec, Project, Station
from core.steps import OUTLINES, Field, PartState
from core.steps.edge_list import read_edges
from core.steps.field import applies, filled

BRACKETS = re.compile(r"\((?:[^()]|\([^()]*\))*\)")
STATION_FIELDS = (
    Field("up", "length", "up", "20 mm"),
    Field("x", "length", "to the right", "0", clause=", {x} right"),
    Field("y", "length", "to the back", "0", clause=", {y} back"),
    Field("turn", "angle", "turned", "0", clause=", turned {turn}"),
)
MORE_FIELDS = (
    Field(
        "mode", "choice", "way of acting", "add", ("add", "cut", "common"),
        told=("with", "less", "only where it shares"),
    ),
    Field("x", "length", "to the right", "0", clause=", {x} right of its middle"),
    Field("y", "length", "up", "0", clause=", {y} up from its middle"),
    Field("turn", "angle", "turned", "0", clause=", turned {turn}"),
)  # fmt: skip


def typed_texts(owner: Station | Further) -> dict[str, str]:
    """What is typed of where an outline stands; what was left alone is left out."""
    texts = owner.model_dump(exclude={"outline"})
    return {name: text for name, text in texts.items() if text != ""}


@dataclass
class Worked:
    """Fields worked out: typed expressions, words, numbers, and the first error."""

    typed: dict[str, Typed] = field(default_factory=dict)
    words: dict[str, str] = field(default_factory=dict)
    numbers: dict[str, float] = field(default_factory=dict)
    error: CoreError | None = None

    def fail(self, error: CoreError | None) -> None:
        """Notes the first error; later ones follow from it."""
        self.error = self.error or error

    def take(self, other: Worked, prefix: str) -> None:
        """Adds another group's expressions and words under a prefix; its numbers stay apart."""
        self.typed.update({prefix + name: value for name, value in other.typed.items()})
        self.words.update({prefix + name: value for name, value in other.words.items()})
        self.fail(other.error)

    def key(self) -> list[object]:
        """What all of it follows from, for caches."""
        return [sorted(self.numbers.items()), sorted(self.words.items())]


@dataclass
class OutlinePlan:
    """An outline with its numbers worked out, and what is joined with it or cut out of it."""

    kind: str
    own: Worked
    more: list[tuple[Worked, OutlinePlan]]

    def key(self) -> list[object]:
        """Everything the outline is made from, for a content key."""
        return [self.kind, self.own.key(), [(w.key(), plan.key()) for w, plan in self.more]]

    def make(self, state: PartState) -> Outline:
        """The outline; ``state`` is what outlines that follow a step look at."""
        spec = OUTLINES[self.kind]
        made = spec.made(self.own.numbers, self.own.words, state)
        for number, (where, plan) in enumerate(self.more, start=2):
            n = where.numbers
            other = plan.make(state).turned(n["turn"]).moved(n["x"], n["y"])
            made = combine_outlines(made, other.renamed(f" of {number}"), where.words["mode"])  # type: ignore[arg-type]
        return made

    def sketch(self, state: PartState) -> Sketch | None:
        """What can be drawn of the outline though the step failed."""
        try:
            return Sketch((self.make(state),))
        except CoreError:
            if self.kind != "moves":
                return None
        try:
            return Sketch(
                open_run=tuple(open_run(read_moves(self.own.words["moves"], plain_value)))
            )
        except CoreError:
            return None


class FieldReader:
    """Works out fields in the scope of a project whose names are filled in as it is solved."""

    def __init__(self, project: Project, names: Names) -> None:
        self.names = names
        self.drawings = {drawing.name: drawing.path for drawing in project.drawings}

    def read(
        self,
        path: str,
        fields: tuple[Field, ...],
        values: Mapping[str, str],
        part: str,
        **extra: Quantity,
    ) -> Worked:
        """Every field of a group, in order; later ones may go by earlier ones."""
        done = Worked()
        known = {spec.name for spec in fields}
        for name in values:
            if name not in known:
                done.fail(BuildError(f"there is no field '{name}' here", where=f"{path}.{name}"))
        every = filled(fields, values)
        for spec in fields:
            text = every[spec.name]
            at = f"{path}.{spec.name}"
            if spec.kind == "choice":
                done.words[spec.name] = text
                if text not in spec.choices:
                    told = ", ".join(spec.choices)
                    done.fail(BuildError(f"'{text}' is none of {told}", where=at))
            elif spec.kind == "moves":
                done.words[spec.name], bad = self._moves(at, text, part, extra)
                done.fail(bad)
            elif spec.kind == "edges":
                done.words[spec.name], bad = self._edges(at, text, part, extra)
                done.fail(bad)
            elif spec.kind == "drawing":
                done.words[spec.name] = self.drawings.get(text, "")
                if text not in self.drawings:
                    what = f"there is no drawing '{text}'" if text else "no drawing is chosen"
                    remedy = nearest(text, self.drawings) or "bring in an SVG or DXF file"
                    done.fail(BuildError(what, where=at, remedy=remedy))
            elif spec.is_number:
                self._number(done, spec, at, text, part, extra)
                if applies(spec, every):
                    done.fail(self._beyond(spec, done.numbers.get(spec.name), at))
            elif spec.measured:
                done.words[spec.name], bad = self._text(at, text, part, extra)
                done.fail(bad)
            else:
                done.words[spec.name] = text
        return done

    def _beyond(self, spec: Field, value: float | None, at: str) -> CoreError | None:
        """What is said of a number past the limits of its field."""
        if value is None:
            return None
        low = spec.above if spec.above is not None else spec.least
        bad_low = low is not None and (value < low or (spec.above is not None and value <= low))
        if not bad_low and (spec.most is None or value <= spec.most):
            return None
        what = spec.label.split(",")[0]

        def told(number: float) -> str:
            return told_value(number, spec.kind, self.names.unit)

        if not bad_low:
            return BuildError(f"the {what} is {told(value)}", where=at,
                              remedy=f"at most {told(spec.most or 0.0)}")  # fmt: skip
        wanted = "nought" if not low else told(low)
        remedy = f"more than {wanted}" if spec.above is not None else f"{wanted} or more"
        return BuildError(f"the {what} is {told(value)}", where=at, remedy=remedy)

    def _number(
        self, done: Worked, spec: Field, at: str, text: str, part: str, extra: dict[str, Quantity]
    ) -> None:
        result = work_out(at, text, spec.number_kind(), self.names, part, **extra)
        done.typed[spec.name] = result
        if result.error:
            done.fail(result.error)
        elif result.value is not None:
            done.numbers[spec.name] = result.value
            # later fields of the same step may go by it: a head of twice the diameter
            if spec.name not in self.names.known and f"{part}.{spec.name}" not in self.names.known:
                extra.setdefault(spec.name, quantity_of(result))

    def _within(
        self, path: str, expression: str, kind: Kind, part: str, extra: Mapping[str, Quantity]
    ) -> float:
        """One expression inside a longer text worked out; refused by its own words."""
        typed = work_out(path, expression, kind, self.names, part, **extra)
        if typed.error or typed.value is None:
            why = typed.error.message if typed.error else "it has no value"
            raise BuildError(f"'{expression}': {why}", where=path)
        return typed.value

    def _text(
        self, path: str, text: str, part: str, extra: Mapping[str, Quantity]
    ) -> tuple[str, CoreError | None]:
        """A text with what stands in brackets worked out, in millimetres."""

        def worked(found: re.Match[str]) -> str:
            return f"{self._within(path, found[0][1:-1], 'length', part, extra):.6g}"

        try:
            return BRACKETS.sub(worked, text), None
        except CoreError as failure:
            return text, failure.at(path)

    def _edges(
        self, path: str, text: str, part: str, extra: Mapping[str, Quantity]
    ) -> tuple[str, CoreError | None]:
        """Edges with every size of their own worked out, as text again."""

        def value(expression: str) -> float:
            return self._within(path, expression, "length", part, extra)

        try:
            return "; ".join(edge.told() for edge in read_edges(text, value)), None
        except CoreError as failure:
            return "", failure.at(path)

    def _moves(
        self, path: str, text: str, part: str, extra: Mapping[str, Quantity]
    ) -> tuple[str, CoreError | None]:
        """Moves with every expression in them worked out, as text again."""
        value = self.value_at(path, part, extra)
        try:
            return ", ".join(move.told() for move in read_moves(text, value)), None
        except CoreError as failure:
            return "", failure.at(path)

    def value_at(self, path: str, part: str, extra: Mapping[str, Quantity]) -> Value:
        """Works out the expressions of told moves, which may stand in brackets."""

        def value(expression: str, kind: str) -> float:
            return self._within(path, unbracketed(expression), cast(Kind, kind), part, extra)

        return value

    def outline(
        self, path: str, spec: OutlineSpec | None, part: str, into: Worked, prefix: str
    ) -> OutlinePlan | None:
        """An outline and all that is joined with it; its fields go ``into`` under a prefix."""
        kind = OUTLINES.get(spec.kind) if spec else None
        if spec is None or kind is None:
            named = spec.kind if spec else "none"
            into.fail(BuildError(f"no outline is called '{named}'", where=path))
            return None
        own = self.read(f"{path}.fields", kind.fields, spec.fields, part)
        into.take(own, prefix)
        more: list[tuple[Worked, OutlinePlan]] = []
        for index, further in enumerate(spec.more):
            at = f"{path}.more.{index}"
            where = self.read(at, MORE_FIELDS, typed_texts(further), part)
            into.take(where, f"{prefix}more{index}.")
            plan = self.outline(
                f"{at}.outline", further.outline, part, into, f"{prefix}more{index}.outline."
            )
            if plan:
                more.append((where, plan))
        return OutlinePlan(spec.kind, own, more)
