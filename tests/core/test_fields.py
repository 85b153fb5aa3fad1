"""Fields say what they take; sentences say what is set, and tell apart what is left alone."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import pytest

from core.errors import BuildError
from core.fits import FITS
from core.project.document import from_data
from core.project.sentences import plain_sentence
from core.project.solve import solve
from core.report import report_on
from core.steps import OUTLINES, STEPS
from core.steps.field import MARK, Field, applies, filled, told_with
from core.steps.registry import StepInput, StepKind
from core.steps.state import Feature, PartState
from scripts.step_samples import SAMPLES, document
from tests.core.building import block, part, rectangle, solved, step
from tests.core.building import document as project

KINDS = {**{f"step {k}": v for k, v in STEPS.items()}, **{f"fit {k}": v for k, v in FITS.items()}}


def settings(fields: tuple[Field, ...]) -> Iterator[dict[str, str]]:
    """Every combination of the choices that other fields go by."""
    governing = {name for spec in fields for name, _ in (*spec.when, *spec.unless)}
    chosen = [spec for spec in fields if spec.name in governing and spec.choices]
    for values in itertools.product(*(spec.choices for spec in chosen)):
        yield dict(zip((spec.name for spec in chosen), values, strict=True))


@pytest.mark.parametrize("name", KINDS)
def test_every_field_that_applies_is_said_or_offered_and_no_other(name: str) -> None:
    kind = KINDS[name]
    seen: set[str] = set()
    known = {spec.name for spec in kind.fields} | {"outline", "stations"}
    for chosen in settings(kind.fields):
        words = filled(kind.fields, chosen)
        said, left = told_with(kind.sentence(words), kind.fields, chosen, words)
        named = [*MARK.findall(said), *(mark for clause in left for mark in MARK.findall(clause))]
        assert set(named) <= known
        for spec in kind.fields:
            count = named.count(spec.name)
            assert (count > 0) == applies(spec, words), (spec.name, chosen, said, left)
        seen |= set(named)
    # what applies only beside a number is offered once that number is there
    waiting = {s.name for s in kind.fields if any(n not in chosen for n, _ in s.unless)}
    assert {spec.name for spec in kind.fields} - seen <= waiting


@pytest.mark.parametrize("name", KINDS)
def test_what_is_left_alone_joins_the_sentence_once_set(name: str) -> None:
    kind = KINDS[name]
    for chosen in settings(kind.fields):
        words = filled(kind.fields, chosen)
        _, left = told_with(kind.sentence(words), kind.fields, chosen, words)
        for clause in left:
            for field in MARK.findall(clause):
                said, _ = told_with(kind.sentence(words), kind.fields, {*chosen, field}, words)
                assert f"{{{field}}}" in said


@pytest.mark.parametrize("name", [*KINDS, *(f"outline {k}" for k in OUTLINES)])
def test_declarations_hold_together(name: str) -> None:
    fields = (KINDS[name] if name in KINDS else OUTLINES[name.removeprefix("outline ")]).fields
    names = [spec.name for spec in fields]
    for spec in fields:
        for other, values in (*spec.when, *spec.unless):
            governing = next(one for one in fields if one.name == other)
            assert not governing.choices or set(values) <= set(governing.choices)
            # a later default may go by it, so it stands before
            assert other in names
        if spec.choices:
            assert spec.default in spec.choices
            assert not spec.told or len(spec.told) == len(spec.choices)
        assert not spec.choices or {one[2] for one in spec.default_if} <= set(spec.choices)
        assert (spec.above is None) or (spec.least is None)


def test_a_default_that_is_typed_stays_where_it_was_typed() -> None:
    boss = step("b", "boss", on="body.top", bore="0")
    line = report_on(solved(part("part", block(), boss))).parts[0].steps[1]
    assert "bored 0" in plain_sentence(line.sentence, line.fields)
    place = {"on": "body.top", "x": "0", "out": "0 mm"}
    moved = step("b", "boss", on=place)
    line = report_on(solved(part("part", block(), moved), version=2)).parts[0].steps[1]
    assert ", 0 right of the middle, 0 mm out of it" in plain_sentence(line.sentence, line.fields)


def test_the_way_of_acting_is_the_first_word() -> None:
    hole = step("h", "extrude", rectangle("5", "5"), on="body.top", mode="cut", direction="down")
    line = report_on(solved(part("part", block(), hole))).parts[0].steps[1]
    assert plain_sentence(line.sentence, line.fields).startswith("Cut a rectangle 5 × 5, corners 0")
    first = line.fields[[f.name for f in line.fields].index("mode")]
    assert [o.words for o in first.options] == ["Raise", "Cut", "Keep only what lies in"]


def test_a_cut_goes_into_the_body_unless_told_otherwise() -> None:
    cut = step("c", "extrude", rectangle("10", "10"), on="body.top", mode="cut", height="5")
    new = solved(part("part", block(), cut), version=2).parts["part"].state.solid()
    assert new.volume_mm3 == pytest.approx(40 * 40 * 20 - 500)
    # as a document of version 1 meant it: upwards, into the air
    old = solve(project(part("part", block(), cut)))
    assert any("meets no material" in error.message for error in old.errors)


@pytest.mark.parametrize(
    ("fields", "message", "remedy"),
    [
        ({"diameter": "0"}, "the diameter is 0 mm", "more than nought"),
        ({"diameter": "0-3"}, "the diameter is -3 mm", "more than nought"),
        ({"bore": "0-1"}, "the bore is -1 mm", "nought or more"),
        ({"height": "0"}, "the height is 0 mm", "more than nought"),
    ],
)
def test_limits_are_refused_at_the_field(fields, message, remedy) -> None:
    boss = step("b", "boss", on="body.top", **fields)
    error = solve(project(part("part", block(), boss))).errors[0]
    assert (error.message, error.remedy) == (message, remedy)
    assert error.where == f"parts.part.steps.b.fields.{next(iter(fields))}"


def test_a_limit_counts_only_where_the_field_has_a_say() -> None:
    through = step("h", "hole", on="body.top", reach="through", depth="0")
    assert not solve(project(part("part", block(), through))).errors
    blind = step("h", "hole", on="body.top", reach="to depth", depth="0")
    assert solve(project(part("part", block(), blind))).errors


def test_in_inches_everything_said_is_in_inches() -> None:
    steps = [
        step("body", "extrude", rectangle("2", "1"), height="1"),
        step("s", "shell", wall="0.6"),
        step("t", "thread", on="body.top", designation="1/4-20"),
        step("f", "fillet", size="1"),
    ]
    report = report_on(solve(project(part("part", *steps), units="in")))
    said = [f.message for f in report.findings]
    for line in report.parts[0].steps:
        said += [line.says, *line.warns, plain_sentence(line.sentence, line.fields)]
        said += [line.error.message, line.error.remedy or ""] if line.error else []
    assert said and not [words for words in said if " mm" in words]
    walls = next(s.error for s in report.parts[0].steps if s.id == "s")
    assert walls.message == "a 0.6 in wall leaves no hollow: the narrowest place is 1 in across"


# -- a kind of step that only this test knows ---------------------------------------------------


class Wedge(StepKind):
    """A made-up kind: nothing but its declaration tells anyone what it takes."""

    kind = "test wedge"
    title = "A wedge made up for a test"
    has_place = True
    fields = (
        Field("long", "length", "length", "20 mm", above=0),
        Field("ends", "choice", "ends", "square", ("square", "round"), told=("blunt", "rounded")),
        Field(
            "nose", "length", "nose", "3 mm", clause=", nose {nose}", when=(("ends", ("round",)),)
        ),
        Field("tilt", "angle", "tilt", "5 deg", clause=", tilted {tilt}"),
        Field("teeth", "count", "teeth", "2", least=1, clause=", {teeth} teeth"),
        Field("name", "text", "name", "W", clause=", called {name}"),
        Field("under", "step", "under", "", clause=", under {under}"),
        Field("against", "face", "against", "", clause=", against {against}"),
    )

    def sentence(self, words) -> str:
        return "A wedge {long} long, ends {ends}"

    def build(self, given: StepInput) -> PartState:
        if given.words["name"] == "bad":
            raise BuildError("a bad name")
        return given.state.made(given.state.solid(), Feature(given.step))


@pytest.fixture
def wedge() -> Iterator[StepKind]:
    STEPS[Wedge.kind] = Wedge()
    yield STEPS[Wedge.kind]
    del STEPS[Wedge.kind]


def test_a_kind_nobody_knows_is_edited_through_its_description_alone(wedge: StepKind) -> None:
    data = project(part("part", block(), step("w", wedge.kind, on="body.top"))).model_dump()
    fields = {one.name: one for one in report_on(solve(from_data(data))).parts[0].steps[1].fields}

    def put(name: str, text: str) -> None:
        """Sets a field by nothing but the path it was described with."""
        owner = data["parts"][0]["steps"][1]
        *keys, last = fields[name].path.split(".")[4:]
        for key in keys:
            owner = owner[key]
        owner[last] = text

    for spec in fields.values():
        if spec.kind in ("place", "from"):
            continue  # what a distance is told from depends on the face: see test_placing
        if spec.options:
            put(spec.name, spec.options[-1].value)
        elif spec.kind in ("length", "angle", "count"):
            put(spec.name, "7")
        else:
            put(spec.name, "words")
    report = report_on(solve(from_data(data)))
    line = report.parts[0].steps[1]
    assert line.error is None
    told = plain_sentence(line.sentence, line.fields)
    assert told.startswith("A wedge 7 long, ends rounded, nose 7, tilted 7, 7 teeth, called words")
    assert "under body" in told and not line.more


def test_every_sample_reads_without_a_mark_left() -> None:
    for kind in SAMPLES:
        line = report_on(solve(from_data(document(kind))), proof=False).parts[0].steps[-1]
        told = plain_sentence(line.sentence, line.fields)
        assert "{" not in told and told[0].isupper(), told
