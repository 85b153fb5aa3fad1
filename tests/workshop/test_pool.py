"""Who gets which builder: of builders that are not processes, so that nothing is waited for."""

from __future__ import annotations

from dataclasses import dataclass
from types import SimpleNamespace
from typing import Any

import pytest

from workshop import pool as pools
from workshop.pool import AHEAD, BUILDS, KNOWS, SKETCHES, Builder, Pool, Waits

PIPE: Any = None


@dataclass
class Bench:
    """Builders by their numbers, all free at first, and a clock that stands still."""

    pool: Pool
    now: list[float]

    def waits(self, of: str, line: str = BUILDS, newest: str = "", aside: bool = False) -> Waits:
        me = Waits(of, line, aside, SimpleNamespace(newest=newest or line), self.now[0])
        self.pool.waiting.append(me)
        return me

    def gets(self, me: Waits) -> int:
        """The number of the builder one gets and begins with; 0 where it waits."""
        one = self.pool.free_for(me)
        if one is None:
            return 0
        self.pool.waiting.remove(me)
        self.pool.take(one, me)
        return one.number

    def does(self, of: str, line: str = BUILDS) -> int:
        """What is asked and soon done: by which builder."""
        number = self.gets(self.waits(of, line))
        self.ends(number)
        return number

    def ends(self, number: int) -> None:
        one = next(one for one in self.pool.busy if one.number == number)
        self.now[0] += 0.001  # nothing happens at the same moment
        self.pool.put_back(one, one)


@pytest.fixture
def bench(monkeypatch: pytest.MonkeyPatch) -> Bench:
    now = [100.0]
    monkeypatch.setattr(pools, "time", SimpleNamespace(monotonic=lambda: now[0]))
    pool = Pool(None, SimpleNamespace(value=0))
    pool.idle = [Builder(number, None, PIPE, None, aside=number == 3) for number in (1, 2, 3)]
    return Bench(pool, now)


def test_a_project_is_built_by_the_one_and_drawn_by_the_other(bench: Bench) -> None:
    assert bench.does("a") == 1
    assert bench.does("a", SKETCHES) == 2
    # whichever has been idle longer
    assert [bench.does("a", line) for line in (SKETCHES, BUILDS, BUILDS, SKETCHES)] == [2, 1, 1, 2]


def test_who_builds_a_project_knows_it_still_after_a_sketch_of_it(bench: Bench) -> None:
    bench.does("a")
    other = bench.gets(bench.waits("b"))
    assert bench.does("a", SKETCHES) == 1  # the only one that is free
    bench.ends(other)
    assert bench.does("c") == 1  # the other has been idle longer now
    assert bench.does("a") == 1


def test_a_builder_is_forgotten_for_what_it_did_long_ago(bench: Bench) -> None:
    bench.gets(bench.waits("busy"))
    assert bench.does("a") == 2
    for other in range(KNOWS):
        bench.does(f"{other}")
    assert bench.pool.knowing("a", BUILDS, aside=False) is None
    assert len(bench.pool.idle[-1].knows) == KNOWS


def test_what_nobody_waits_for_has_a_builder_of_its_own(bench: Bench) -> None:
    assert bench.gets(bench.waits("a", aside=True)) == 3
    assert bench.pool.at_work.value == 0
    assert bench.gets(bench.waits("b", aside=True)) == 0
    assert bench.gets(bench.waits("a")) == 1
    assert bench.pool.at_work.value == 1


def test_the_builder_of_a_project_is_waited_for_only_while_it_is_at_that_project(
    bench: Bench,
) -> None:
    bench.does("a")
    assert bench.gets(bench.waits("a", newest=AHEAD)) == 1
    me = bench.waits("a")
    assert bench.gets(me) == 0  # though the other is free
    bench.now[0] += pools.PATIENCE_S[BUILDS] + 0.001
    assert bench.gets(me) == 2


def test_a_builder_that_is_at_another_project_is_not_waited_for(bench: Bench) -> None:
    bench.does("a")
    bench.does("b")
    assert bench.gets(bench.waits("c")) == 1
    assert bench.gets(bench.waits("a")) == 2


def test_an_overtaken_sketch_is_waited_for_a_moment(bench: Bench) -> None:
    bench.does("a")
    assert bench.gets(bench.waits("a", SKETCHES)) == 2
    me = bench.waits("a", SKETCHES)
    assert bench.gets(me) == 0
    bench.now[0] += pools.PATIENCE_S[SKETCHES] + 0.001
    assert bench.gets(me) == 1


def all_busy(bench: Bench) -> None:
    for number in (1, 2):
        assert bench.gets(bench.waits(f"busy {number}")) == number


def test_who_came_first_goes_first(bench: Bench) -> None:
    all_busy(bench)
    first = bench.waits("a")
    bench.now[0] += 0.1
    second = bench.waits("b")
    bench.ends(1)
    assert bench.gets(second) == 0
    assert bench.gets(first) == 1
    bench.ends(2)
    assert bench.gets(second) == 2


def test_a_sketch_goes_before_proofs_but_not_for_ever(bench: Bench) -> None:
    all_busy(bench)
    proof = bench.waits("a")
    bench.now[0] += 1.0
    sketch = bench.waits("b", SKETCHES)
    bench.ends(1)
    assert [bench.gets(proof), bench.gets(sketch)] == [0, 1]
    bench.now[0] += pools.SKETCH_S + 0.001
    late = bench.waits("c", SKETCHES)
    bench.ends(2)
    assert [bench.gets(late), bench.gets(proof)] == [0, 2]


def test_a_builder_goes_on_with_what_it_knows_but_not_for_ever(bench: Bench) -> None:
    all_busy(bench)
    stranger = bench.waits("a")
    bench.now[0] += 1.0
    known = bench.waits("busy 1")
    bench.ends(1)
    assert [bench.gets(stranger), bench.gets(known)] == [0, 1]
    bench.now[0] += pools.KNOWN_S + 0.001
    again = bench.waits("busy 1")
    bench.ends(1)
    assert [bench.gets(again), bench.gets(stranger)] == [0, 1]


def test_what_may_never_be_asked_for_comes_after_all_that_is(bench: Bench) -> None:
    all_busy(bench)
    ahead = bench.waits("a", newest=AHEAD)
    bench.now[0] += 5.0
    asked = bench.waits("b")
    bench.ends(1)
    assert [bench.gets(ahead), bench.gets(asked)] == [0, 1]
    ahead.turn.newest = BUILDS  # it is kept: somebody waits for it now
    later = bench.waits("c")
    bench.ends(2)
    assert [bench.gets(later), bench.gets(ahead)] == [0, 2]


def test_a_builder_that_takes_anothers_place_knows_nothing(bench: Bench) -> None:
    bench.does("a")
    bench.gets(bench.waits("a"))
    one = bench.pool.busy[0]
    bench.pool.put_back(one, Builder(9, None, PIPE, None))
    assert bench.pool.knowing("a", BUILDS, aside=False) is None
    assert bench.pool.idle[-1].number == 9
