"""Things to begin with: nothing to stop for at their own sizes, at half and twice, and in
inches.
"""

from __future__ import annotations

import io
import re
from itertools import pairwise

import numpy as np
import pytest
import trimesh

from core.errors import BuildError, DocumentError
from core.export.parts import export_part
from core.fits import FITS
from core.project.schema import Project
from core.project.solve import solve
from core.project.starters import NAMES, begun, starters
from core.report import report_on
from tests.covering import by_turns, spread

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


SIZES = by_turns(list(NAMES), ["half", "twice", "inches"])
# twice as long, the upper rails of a chain bridge twice what is carried: told, and true
SIZES = [one for one in SIZES if one != ("chain", "twice")]


@pytest.mark.parametrize(
    ("name", "size"), [*((name, "as asked") for name in NAMES), *spread(SIZES)]
)
def test_nothing_is_to_look_at(name: str, size: str) -> None:
    factor = {"half": 0.5, "twice": 2.0}.get(size, 1.0)
    answers = {
        ask.measure: f"{ask.mm * factor:g} mm" for ask in starters()[name].asks if not ask.path
    }
    made = begun(name, "in") if size == "inches" else begun(name, "mm", answers)
    assert to_look_at(made) == []
    assert made.units == ("in" if size == "inches" else "mm")


def test_the_upper_rails_of_a_long_chain_are_told_as_bridges() -> None:
    made = begun("chain", "mm", {"long": "32 mm", "wide": "24 mm", "wire": "6 mm"})
    assert to_look_at(made) == ["longest bridge 20 mm, past the 10 mm this process carries"]


@pytest.mark.parametrize("name", NAMES)
def test_a_starter_asks_a_few_things_and_each_of_them_matters(name: str) -> None:
    starter = starters()[name]
    assert 3 <= len(starter.asks) <= 6
    assert all(re.fullmatch(r"(How|What) .*\?", ask.words) for ask in starter.asks)
    plain = {n: p.state.solid().volume_mm3 for n, p in solve(begun(name)).parts.items()}
    for ask in starter.asks:
        if ask.path:
            continue
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
            assert ask.path or re.fullmatch(r"(\d+ )?\d+/(2|4|8|16)in|\d+in", ask.text("in")), ask


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


@pytest.mark.parametrize(
    ("size", "across"), [("M10", 10), ("print 20x4", 20), ("1/2-13 UNC", 12.7), ("Tr16x4", 16)]
)
def test_a_bolt_follows_the_thread_that_is_named(size: str, across: float) -> None:
    made = begun("bolt_and_nut", "mm", {"size": size})
    solution = solve(made)
    assert not solution.errors, [one.one_line() for one in solution.errors]
    shank = solution.parts["bolt"].state.features["shank"]
    assert solution.measures["measures.across"].value == pytest.approx(across)
    assert shank is not None and made.fits[0].fields["designation"] == size


def test_a_thread_that_is_none_is_refused_at_its_question() -> None:
    with pytest.raises(BuildError) as refused:
        begun("bolt_and_nut", "mm", {"size": "M 7 and a half"})
    assert refused.value.where == "size"


def test_a_bearing_that_is_none_is_refused_at_its_question() -> None:
    with pytest.raises(BuildError) as refused:
        begun("bearing_wheel", "mm", {"number": "12345"})
    assert refused.value.where == "number"


def test_a_thread_may_be_told_by_measures() -> None:
    """The jar: its thread follows its width, and its cap with it."""
    widths = {}
    for across in (40, 60):
        solution = solve(begun("jar", "mm", {"across": f"{across} mm"}))
        low, *_, high_x, _, _ = solution.parts["cap"].state.solid().bounds
        widths[across] = high_x - low
    assert widths[60] - widths[40] == pytest.approx(20, abs=0.5)


@pytest.mark.parametrize("name", NAMES)
def test_what_is_taken_away_is_closed(name: str) -> None:
    """By trimesh, corners merged: no edge with one face or with more than two."""
    solution = solve(begun(name))
    for part in solution.parts.values():
        if part.part.bought:
            continue
        mesh = trimesh.load(
            io.BytesIO(export_part(solution, part.part.name, "stl")), file_type="stl"
        )
        _, counts = np.unique(np.sort(mesh.edges, axis=1), axis=0, return_counts=True)
        assert (counts == 2).all(), part.part.name


def test_every_kind_of_fit_can_be_begun_with() -> None:
    kinds = {fit.kind for name in starters() for fit in begun(name).fits}
    assert kinds == set(FITS)


def meshes(project: Project) -> dict[str, trimesh.Trimesh]:
    """What is exported, where it sits, read back by another library."""
    solution = solve(project)
    return {
        name: trimesh.load(io.BytesIO(export_part(solution, name, "stl")), file_type="stl")
        for name in solution.parts
    }


def test_a_chain_is_linked_and_its_links_are_as_long_as_typed() -> None:
    made = begun("chain", "mm", {"long": "20 mm", "wide": "14 mm", "wire": "3 mm"})
    gap = solve(made).fits["captive"].gap_mm
    odd, even = meshes(made).values()
    links = sorted([*odd.split(), *even.split()], key=lambda one: one.bounds[0][0])
    assert len(links) == 7 and all(one.is_watertight for one in links)
    for one in links:
        assert one.extents[0] == pytest.approx(20, abs=1e-3)
        # a square frame less the lowest edge of its lower rail, a triangle of 0.3 × wire in height
        ring = (20 * 14 - 14 * 8) * 3
        assert one.volume == pytest.approx(ring - 20 * (0.3 * 3) ** 2, rel=1e-4)
        assert one.bounds[0][2] == pytest.approx(0, abs=1e-6)
    # neighbours reach into each other by two wires and the gap: the middle of each rail is a loop,
    # and the next link's end stands inside it
    for one, other in pairwise(links):
        reach = one.bounds[1][0] - other.bounds[0][0]
        assert reach == pytest.approx(2 * 3 + gap, abs=1e-3)
    # no plane across the chain misses every link: what is not linked could be drawn apart
    assert all(a.bounds[1][0] > b.bounds[0][0] for a, b in pairwise(links))


def test_a_caged_ball_prints_as_it_lies() -> None:
    cage, ball = meshes(begun("caged_ball", "mm", {"ball": "16 mm", "cage": "30 mm"})).values()
    for mesh in (cage, ball):
        assert mesh.is_watertight
        down = -mesh.face_normals[:, 2]
        above = mesh.triangles_center[:, 2] > 0.05
        # nothing above the bed faces down more than 45°
        assert down[above].max() < np.cos(np.radians(45)) + 1e-3
    assert ball.extents == pytest.approx([16, 16, 8 + 8 * np.sin(np.radians(62))], abs=0.02)
