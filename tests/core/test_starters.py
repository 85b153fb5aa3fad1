"""Things to begin with: nothing to stop for at their own sizes, at half and twice, and in inches."""

from __future__ import annotations

import re

import pytest

from core.errors import BuildError, DocumentError
from core.project.schema import Project
from core.project.solve import solve
from core.project.starters import NAMES, begun, starters
from core.report import report_on

ASKING = [name for name, one in starters().items() if one.asks]


def to_look_at(project: Project) -> list[str]:
    """Everything a maker would have to look at."""
    solution = solve(project)
    assert not solution.errors, [error.one_line() for error in solution.errors]
    findings = report_on(solution).findings
    return [f.message for f in findings if f.severity in ("stop", "warning")]


def test_every_file_is_offered_once() -> None:
    assert list(NAMES) == ASKING
    assert len({one.title for one in starters().values()}) == len(starters())


@pytest.mark.parametrize("name", NAMES)
@pytest.mark.parametrize("size", ["as asked", "half", "twice", "inches"])
def test_nothing_is_to_look_at(name: str, size: str) -> None:
    factor = {"half": 0.5, "twice": 2.0}.get(size, 1.0)
    answers = {ask.measure: f"{ask.mm * factor:g} mm" for ask in starters()[name].asks}
    made = begun(name, "in") if size == "inches" else begun(name, "mm", answers)
    assert to_look_at(made) == []
    assert made.units == ("in" if size == "inches" else "mm")


@pytest.mark.parametrize("name", NAMES)
def test_a_starter_asks_a_few_things_and_each_of_them_matters(name: str) -> None:
    starter = starters()[name]
    assert 3 <= len(starter.asks) <= 6
    assert all(ask.words.startswith("How ") and ask.words.endswith("?") for ask in starter.asks)
    plain = {n: p.state.solid().volume_mm3 for n, p in solve(begun(name)).parts.items()}
    for ask in starter.asks:
        other = solve(begun(name, "mm", {ask.measure: f"{ask.mm * 1.2:g} mm"}))
        assert not other.errors
        assert any(
            abs(part.state.solid().volume_mm3 - plain[n]) > 1e-3 for n, part in other.parts.items()
        ), ask.measure


@pytest.mark.parametrize("name", NAMES)
def test_nothing_is_typed_twice_and_every_size_has_its_unit(name: str) -> None:
    made = begun(name)
    told = [step.fields for part in made.parts for step in part.steps]
    told += [s.outline.fields for part in made.parts for s in part.steps if s.outline]
    told += [fit.fields for fit in made.fits]
    sizes = [text for fields in told for text in fields.values() if re.search(r"\d\s*mm", text)]
    asked = {ask.text("mm") for ask in starters()[name].asks}
    assert not asked & set(sizes)  # what is asked is said by its measure everywhere
    # a bare number would be inches in an inch project: counts, factors and angles alone stand bare
    lengths = solve(begun(name, "in"))
    small = [p.state.solid().bounds for p in lengths.parts.values()]
    assert all(max(b[i + 3] - b[i] for i in range(3)) < 400 for b in small)


def test_sizes_in_inches_are_sixteenths() -> None:
    for name in NAMES:
        for ask in starters()[name].asks:
            assert re.fullmatch(r"(\d+ )?\d+/(2|4|8|16)in|\d+in", ask.text("in")), ask


def test_an_answer_that_cannot_be_read_is_refused_at_its_question() -> None:
    with pytest.raises(BuildError) as refused:
        begun("knob", "mm", {"shank": "8 furlongs"})
    assert refused.value.where == "shank" and "furlongs" in refused.value.message
    with pytest.raises(BuildError, match="not asked"):
        begun("knob", "mm", {"colour": "8"})
    with pytest.raises(DocumentError, match="no starter"):
        begun("a castle")


def test_an_answer_left_empty_takes_the_size_it_began_with() -> None:
    assert begun("knob", "mm", {"shank": " "}) == begun("knob")
    told = {m.name: m.expression for m in begun("knob", "in", {"shank": "1/4in"}).measures}
    assert told["shank"] == "1/4in" and told["tall"].endswith("in")
