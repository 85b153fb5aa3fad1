"""Work heard by several: begun ahead while a number is typed, taken over when it is kept, given up
when nobody hears it; and what is done ahead stands back for what somebody waits for.
"""

from __future__ import annotations

import json
import threading
import time
from collections.abc import Callable, Iterator
from typing import Any
from unittest.mock import patch

import pytest
from django.test import Client

from core.project.starters import begun
from tests.workshop import built
from tests.workshop.asking import asking, heard, slow, until
from workshop import builders, listening, reports
from workshop.builders import AHEAD, ASKER, BUILDS, Asker, Halted, Turn, ask
from workshop.listening import heard as listened


@pytest.fixture(autouse=True)
def nothing_begun() -> Iterator[None]:
    listening._works.clear()
    yield
    listening._works.clear()


def free() -> list[Any]:
    return [one for one in builders._pool[0].idle if not one.aside]


@pytest.fixture
def both_free(pool: None) -> None:
    """Builders begin one after the other, and nothing is built ahead before one is there."""
    until(lambda: len(free()) == 2)


class Told:
    """Work whose bits come when a test says so."""

    def __init__(self) -> None:
        self.begun = 0
        self.closed = False
        self.go = threading.Semaphore(0)
        self.fails: Exception | None = None

    def begin(self, turn: Turn) -> Iterator[int]:
        self.begun += 1
        self.turn = turn
        return self._bits()

    def _bits(self) -> Iterator[int]:
        try:
            for bit in range(3):
                self.go.acquire()
                if self.fails:
                    raise self.fails
                yield bit
        except GeneratorExit:
            self.closed = True
            raise

    def let(self, bits: int = 3) -> None:
        self.go.release(bits)

    def asked(
        self, of: str = "7", newest: str = BUILDS, page: str = "", gone: Callable[[], bool] = bool
    ) -> Iterator[int]:
        token = ASKER.set(Asker(of, gone, page))
        try:
            return listened("what", newest, self.begin)
        finally:
            ASKER.reset(token)


def test_who_comes_later_hears_all_that_came_and_all_that_comes() -> None:
    told = Told()
    told.let(1)
    first = told.asked()
    assert next(first) == 0
    second = told.asked()
    both = [heard(lambda one=one: list(one)) for one in (first, second)]
    told.let()
    for thread, _ in both:
        thread.join(5)
    assert [found for _, found in both] == [[[1, 2]], [[0, 1, 2]]]
    assert told.begun == 1


def test_of_what_was_done_ahead_the_last_bit_is_told_and_then_it_is_forgotten() -> None:
    told = Told()
    told.let()
    assert list(told.asked(newest=AHEAD)) == [0, 1, 2]
    assert list(told.asked()) == [2]
    assert told.begun == 1
    told.let()
    assert list(told.asked()) == [0, 1, 2] and told.begun == 2


def test_of_what_has_ended_the_last_is_told_though_another_has_not_heard_all() -> None:
    told = Told()
    told.let()
    slow = told.asked(newest=AHEAD)
    assert list(told.asked(newest=AHEAD)) == [0, 1, 2]
    assert list(told.asked()) == [2]
    assert list(slow) == [0, 1, 2] and told.begun == 1


def test_nothing_is_remembered_of_what_was_asked_for_and_heard() -> None:
    told = Told()
    told.let()
    list(told.asked())
    assert not listening._works


@pytest.mark.parametrize(
    ("of", "page"), [("8", ""), ("7", "another")], ids=["another project", "another page"]
)
def test_one_page_of_one_project_hears_what_it_began(of: str, page: str) -> None:
    told = Told()
    told.let(6)
    list(told.asked(newest=AHEAD))
    assert list(told.asked(of=of, page=page)) == [0, 1, 2]
    assert told.begun == 2


def test_what_is_asked_of_no_project_is_begun_for_each() -> None:
    told = Told()
    told.let(6)
    assert [list(told.asked(of="", newest=AHEAD)) for _ in range(2)] == [[0, 1, 2]] * 2
    assert told.begun == 2


def test_work_is_given_up_when_the_last_who_hears_it_leaves() -> None:
    told = Told()
    told.let(1)
    first, second = told.asked(), told.asked()
    assert [next(first), next(second)] == [0, 0]
    first.close()  # type: ignore[attr-defined]
    assert not told.closed
    second.close()  # type: ignore[attr-defined]
    assert told.closed
    told.let()
    assert list(told.asked()) == [0, 1, 2] and told.begun == 2


def test_what_is_built_ahead_and_left_half_way_is_forgotten() -> None:
    told = Told()
    told.let(1)
    only = told.asked(newest=AHEAD)
    next(only)
    only.close()  # type: ignore[attr-defined]
    assert told.closed and not listening._works


def test_it_is_wanted_while_one_of_those_who_hear_it_waits() -> None:
    gone = [False, False]
    told = Told()
    told.let()
    first = told.asked(gone=lambda: gone[0])
    second = told.asked(gone=lambda: gone[1])
    next(first)
    assert not told.turn.asker.gone()
    gone[0] = True
    assert not told.turn.asker.gone()
    gone[1] = True
    assert told.turn.asker.gone()
    assert list(second) == [0, 1, 2]


def test_what_failed_tells_all_who_hear_it_and_is_begun_again_for_others() -> None:
    told = Told()
    told.fails = Halted("newer")
    first, second = told.asked(newest=AHEAD), told.asked(newest=AHEAD)
    told.let(1)
    for one in (first, second):
        with pytest.raises(Halted, match="newer"):
            next(one)
    told.fails = None
    told.let()
    assert list(told.asked()) == [0, 1, 2] and told.begun == 2


def test_one_that_failed_does_not_take_with_it_what_was_begun_in_its_place() -> None:
    told = Told()
    told.fails = Halted("newer")
    told.let(1)
    late = told.asked(newest=AHEAD)
    slow = told.asked(newest=AHEAD)  # hears of it only later
    with pytest.raises(Halted):
        next(late)
    told.fails = None
    told.let()
    assert list(told.asked(newest=AHEAD)) == [0, 1, 2]
    with pytest.raises(Halted):
        next(slow)
    assert list(told.asked()) == [2] and told.begun == 2


def test_so_much_is_remembered_of_what_was_done_ahead() -> None:
    for number in range(listening.KEPT + 5):
        told = Told()
        told.let()
        list(told.asked(of=str(number), newest=AHEAD))
    assert len(listening._works) == listening.KEPT
    assert list(told.asked(of=str(number))) == [2]


def test_what_was_unwanted_once_is_begun_again(both_free: None) -> None:
    """It is being given up when the number is kept: its lines would end half-way."""
    told = Told()
    told.let(1)
    first = told.asked(newest=AHEAD)
    next(first)
    builders._pool[0].starved = 1
    assert told.turn.unwanted
    builders._pool[0].starved = 0
    told.let(6)
    assert list(told.asked()) == [0, 1, 2] and told.begun == 2


def test_what_was_asked_for_does_not_stand_back(both_free: None) -> None:
    told = Told()
    told.let()
    first = told.asked(newest=AHEAD)
    second = told.asked()
    builders._pool[0].starved = 1
    assert not told.turn.unwanted and not told.turn.stands_back()
    assert list(first) == list(second) == [0, 1, 2]


# -- by builders -----------------------------------------------------------------------------


def ahead(document: Any, of: str = "7", **how: Any) -> tuple[threading.Thread, list[object]]:
    return asking(of, lambda: list(reports.building(document, None, True)), **how)


def kept(document: Any, of: str = "7") -> tuple[threading.Thread, list[Any]]:
    return asking(of, lambda: list(reports.building(document, None)))


def stages(found: list[Any]) -> list[str]:
    return [json.loads(line)["stage"] for line, _ in found[0]]


def test_what_was_built_ahead_is_there_when_it_is_kept(both_free: None) -> None:
    box = begun("lidded_box")
    thread, before = ahead(box)
    thread.join(30)
    assert stages(before)[0] == "solids"
    busy = [heard(lambda: ask(time.sleep, 3.0)) for _ in range(2)]
    until(lambda: not free())
    began = time.monotonic()
    thread, found = kept(box)  # no builder is free, nor needed
    thread.join(30)
    assert stages(found) == ["proof"] and time.monotonic() - began < 2.0
    assert found[0][-1] == before[0][-1]
    builders.end()
    for one, _ in busy:
        one.join(5)


def test_what_is_being_built_ahead_goes_on_when_it_is_kept(both_free: None) -> None:
    """Neither the next number that is typed, nor the end of what asked first, ends it then."""
    left = threading.Event()
    first, _ = ahead(slow(), gone=left.is_set)
    until(lambda: any(not one.aside for one in builders._pool[0].busy))
    assert builders.leisure("7")  # it is busy with this very project
    work = next(iter(listening._works.values()))
    assert work.turn.newest == AHEAD
    second, found = kept(slow())
    until(lambda: work.turn.newest == BUILDS)
    left.set()
    third, _ = ahead(begun("lidded_box"))
    third.join(0.5)
    assert not work.turn.unwanted
    builders.give_up("7")  # until the maker stops it
    for one in (first, second, third):
        one.join(10)
    assert isinstance(found[0], Halted)


@pytest.mark.parametrize("how", ["another is typed", "another is kept", "the page leaves"])
def test_what_is_built_ahead_is_given_up(both_free: None, how: str) -> None:
    left = threading.Event()
    first, found = ahead(slow(), gone=left.is_set)
    until(lambda: any(not one.aside for one in builders._pool[0].busy))
    box = begun("lidded_box")
    if how == "the page leaves":
        left.set()
        first.join(10)
    else:
        second, then = (ahead if how == "another is typed" else kept)(box)
        first.join(10)
        second.join(30)
        assert stages(then)[-1] == "proof"
    assert isinstance(found[0], Halted)


def test_a_number_being_typed_does_not_end_the_proof_of_what_is_kept(both_free: None) -> None:
    first, found = kept(begun("clip_box"))
    until(lambda: any(not one.aside for one in builders._pool[0].busy))
    second, then = ahead(begun("lidded_box"))
    first.join(30)
    second.join(30)
    assert stages(found)[-1] == stages(then)[-1] == "proof"


def test_what_is_built_ahead_stands_back_for_whoever_waits(both_free: None) -> None:
    first, found = ahead(slow())
    other, _ = heard(lambda: ask(time.sleep, 4.0))
    until(lambda: not free())
    began = time.monotonic()
    third, then = kept(begun("lidded_box"), of="8")  # of somebody else
    third.join(30)
    first.join(10)
    assert isinstance(found[0], Halted)
    assert stages(then)[-1] == "proof" and time.monotonic() - began < 3.9
    builders.end()
    other.join(5)


def test_nothing_is_built_ahead_where_no_builder_is_free(both_free: None) -> None:
    assert builders.leisure("7")
    others = [heard(lambda: ask(time.sleep, 2.0)) for _ in range(2)]
    until(lambda: not free())
    assert not builders.leisure("7")
    thread, found = ahead(begun("lidded_box"))
    thread.join(1.0)
    assert isinstance(found[0], Halted)
    builders.end()
    for one, _ in others:
        one.join(5)


@pytest.mark.django_db(transaction=True)
def test_a_page_builds_ahead_and_keeps(client: Client, both_free: None) -> None:
    document = begun("lidded_box").model_dump(mode="json")
    made = client.post("/api/projects", {"document": document}, "application/json").json()
    path = f"/api/projects/{made['id']}"
    measure = next(one for one in document["measures"] if one["name"] == "wall")
    measure["expression"] = "3.4 mm"
    about = {"document": document, "since": made["revision"]}
    answer = client.post(f"{path}/ahead", about, "application/json")
    assert answer.json() is True
    assert client.get(path).json()["version"] == made["version"]  # nothing is kept
    put = {"version": made["version"], "document": document, "words": "wall 3.4"}
    version = client.put(path, put, "application/json").json()["version"]
    told = built.stages(client, made["id"], version, made["revision"])
    assert [one["stage"] for one in told] == ["proof"]
    # what followed is told all the same, against what was there before
    assert ("65.6 mm", "66.8 mm") in [(o["before"], o["after"]) for o in told[0]["consequences"]]
    with patch.object(builders, "leisure", return_value=False):
        assert client.post(f"{path}/ahead", about, "application/json").json() is False
    wrong = {"document": {**document, "parts": "none"}, "since": None}
    assert client.post(f"{path}/ahead", wrong, "application/json").status_code == 422
