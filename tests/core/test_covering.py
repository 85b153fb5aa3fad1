"""What stands for all combinations by default leaves no pair out, and nothing by itself."""

from __future__ import annotations

from itertools import combinations, product

from tests.covering import WHOLE, by_turns, covering, pairs, spread

CHOICES = ("abcde", (1, 2), ("x", "y", "z"), (0.0, 0.15, 0.4))


def test_any_two_choices_stand_side_by_side() -> None:
    taken = pairs(*CHOICES)
    for (i, one), (j, other) in combinations(enumerate(CHOICES), 2):
        met = {(chosen[i], chosen[j]) for chosen in taken}
        assert met == set(product(one, other))
    # no fewer can do: each of the first beside each of the longest other
    assert 15 <= len(taken) <= (90 if WHOLE else 20)


def test_what_is_spread_is_as_even_as_it_goes() -> None:
    taken = spread(range(20), every=3, first=1)
    assert taken == (list(range(20)) if WHOLE else [1, 4, 7, 10, 13, 16, 19])


def test_each_is_taken_by_turns() -> None:
    taken = by_turns("abcde", (1, 2), "xyz")
    assert {one for one, *_ in taken} == set("abcde")
    assert {one[1] for one in taken} == {1, 2} and {one[2] for one in taken} == set("xyz")
    assert len(taken) == (30 if WHOLE else 5)


def test_what_covers_keeps_its_order_and_needs_no_more() -> None:
    assert covering(["abc", "ab", "d", "cd"], set) == (
        ["abc", "ab", "d", "cd"] if WHOLE else ["abc", "d"]
    )
