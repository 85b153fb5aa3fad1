"""A helper does part of the work: what it finds is the same, whatever becomes of it."""

from __future__ import annotations

import itertools
import os
import signal
import sys
from collections.abc import Callable, Iterator
from typing import Any

import psutil
import pytest

from core.checks import measuring
from core.halting import Halt, halt_when
from core.project import helper
from core.project.cache import MEASURED
from core.project.demo import demo_document
from core.project.helper import Errand, help_when, helped, may_have_help
from core.project.solve import solve
from core.report import report_on

pytestmark = pytest.mark.skipif(sys.platform != "linux", reason="nothing is forked here")
LONG_S = 1.0  # so much work is worth a helper
HERE = os.getpid
_NUMBERS = itertools.count()
_before: list[int] = []


@pytest.fixture(autouse=True)
def patient(monkeypatch: pytest.MonkeyPatch) -> None:
    """However busy the machine is, it is waited until the kernels' threads are at rest."""
    monkeypatch.setattr(helper, "REST_S", 10.0)
    _before[:] = [one.pid for one in psutil.Process().children()]


@pytest.fixture
def help_at_hand() -> Iterator[None]:
    help_when(lambda: True)
    yield
    help_when(lambda: False)


def errand(work: Callable[[], Any], about: str = "a test", lasts_s: float = LONG_S) -> Errand:
    return Errand(f"{about} {next(_NUMBERS)}", work, lasts_s)  # of which nothing is known


def children() -> list[psutil.Process]:
    """What this process has forked since the test began."""
    return [one for one in psutil.Process().children() if one.pid not in _before]


class Meeting:
    """Two errands that each wait for the other: they end only where both are under way at once."""

    def __init__(self) -> None:
        self.ends = os.pipe(), os.pipe()

    def half(self, number: int) -> int:
        (hears, _), (_, says) = self.ends[number], self.ends[1 - number]
        os.write(says, b"!")
        assert os.read(hears, 1) == b"!"
        return os.getpid()


def test_two_errands_are_under_way_at_once_and_the_helper_goes_when_it_is_done(
    help_at_hand: None,
) -> None:
    meeting = Meeting()
    with helped([errand(lambda n=n: meeting.half(n), f"half {n}") for n in (0, 1)]) as answer:
        found = {answer(0), answer(1)}
        assert found == {HERE(), *(one.pid for one in children())}
    assert not children()


def test_what_lasts_longest_is_the_helpers_and_what_is_asked_for_is_done_here(
    help_at_hand: None,
) -> None:
    meeting = Meeting()

    def last() -> int:
        meeting.half(0)
        return meeting.half(0)  # the helper is kept at it until all else was done here

    short = [errand(HERE, f"short {n}", LONG_S / 10) for n in range(3)]
    with helped([*short, errand(last, "long")]) as answer:
        meeting.half(1)
        assert [answer(n) for n in range(3)] == [HERE()] * 3
        meeting.half(1)
        assert answer(3) == children()[0].pid


@pytest.mark.parametrize("allowed", [False, True])
def test_nobody_helps_where_it_is_not_allowed_or_too_little(allowed: bool) -> None:
    help_when(lambda: allowed)
    assert may_have_help() == allowed
    lasts_s = LONG_S if not allowed else 1e-4
    with helped([errand(HERE, str(n), lasts_s) for n in range(3)]) as answer:
        assert not children()
        assert [answer(n) for n in range(3)] == [HERE()] * 3
    help_when(lambda: False)


def test_what_this_process_does_besides_makes_a_single_errand_worth_a_helper(
    help_at_hand: None,
) -> None:
    meeting = Meeting()
    with helped([errand(lambda: meeting.half(0))], own_s=LONG_S) as answer:
        assert meeting.half(1) == HERE()
        assert answer(0) != HERE()
    with helped([errand(HERE)]) as answer:
        assert not children()
        assert answer(0) == HERE()


def test_an_errand_raises_where_it_is_asked_for_as_it_would_without(help_at_hand: None) -> None:
    def broken() -> None:
        raise ArithmeticError("no such thing")

    with helped([errand(broken, str(n)) for n in range(2)] + [errand(HERE)]) as answer:
        for n in (0, 1):
            with pytest.raises(ArithmeticError, match="no such thing"):
                answer(n)
        assert answer(2) > 0


def test_what_cannot_be_sent_is_done_here(help_at_hand: None) -> None:
    kept = [errand(lambda n=n: lambda: n, str(n)) for n in range(2)]  # no function is pickled
    with helped(kept) as answer:
        assert [answer(n)() for n in (0, 1)] == [0, 1]


@pytest.mark.parametrize("ends", ["killed", "asleep for ever"])
def test_a_helper_that_dies_or_gets_stuck_leaves_its_work_to_be_done_here(
    ends: str, help_at_hand: None
) -> None:
    ours = HERE()

    def work() -> str:
        if os.getpid() != ours:
            if ends == "killed":
                os.kill(os.getpid(), signal.SIGKILL)
            signal.pause()
        return "done"

    with helped([errand(work, f"{ends} {n}") for n in range(3)]) as answer:
        assert [answer(n) for n in range(3)] == ["done"] * 3
    assert not children()


def test_where_there_is_no_room_for_a_helper_all_is_done_here(
    help_at_hand: None, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full() -> int:
        raise OSError("no process can be had")

    open_before = psutil.Process().num_fds()
    monkeypatch.setattr(os, "fork", full)
    with helped([errand(HERE, str(n)) for n in range(3)]) as answer:
        assert [answer(n) for n in range(3)] == [HERE()] * 3
    assert psutil.Process().num_fds() == open_before


def test_a_helper_leaves_nothing_open(help_at_hand: None) -> None:
    open_before = psutil.Process().num_fds()
    for _ in range(3):
        with helped([errand(HERE, str(n)) for n in range(3)]) as answer:
            assert len([answer(n) for n in range(3)]) == 3
    assert psutil.Process().num_fds() == open_before


def test_work_that_is_given_up_takes_its_helper_with_it(help_at_hand: None) -> None:
    meeting = Meeting()

    def endless() -> int:
        meeting.half(0)
        while True:
            sum(range(1000))

    halt_when(lambda: True)
    try:
        with pytest.raises(Halt), helped([errand(endless), errand(HERE)]) as answer:
            meeting.half(1)  # the helper is at it
            answer(0)
    finally:
        halt_when(lambda: False)
    assert not children()


@pytest.mark.parametrize("name", ["buoy", "tackle_case", "bait_tin"])
def test_a_report_is_the_same_with_a_helper_and_without(
    name: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(helper, "WORTH_S", 0.0)  # however little there is to do
    monkeypatch.setattr(measuring, "LONG_S", 0.0)  # all that can be is measured in shares
    solution = solve(demo_document(name))  # solved once: twice it differs in its last digits
    MEASURED.clear()
    alone = report_on(solution)
    forks: list[int] = []
    forked = os.fork
    monkeypatch.setattr(os, "fork", lambda: (forks.append(1), forked())[1])
    help_when(lambda: True)
    try:
        MEASURED.clear()
        both = report_on(solution)
    finally:
        help_when(lambda: False)
    assert forks
    assert both == alone
