"""Who gets which builder: what each of them knows, and who has waited for one how long.

A project goes back to the builder that knows it; the others wait in the order in which they came,
but for sketches, which are soon done, and for what may never be asked for.
"""

from __future__ import annotations

import threading
import time
from dataclasses import dataclass, field
from multiprocessing.connection import Connection
from typing import Any, Protocol

# lines of work for one project; ahead is what is built while it is still being typed
SKETCHES, BUILDS, TRIES, AHEAD = "sketches", "builds", "tries", "ahead"
# How long the builder that knows a project is waited for while it is at that project. A sketch that
# is overtaken gives its builder up within a moment; one that was spread over all of them would take
# from the others what they know.
PATIENCE_S = {SKETCHES: 0.1, BUILDS: 3.0, AHEAD: 3.0}
SHORT_S = 0.4  # for anything else
# A sketch goes before what was asked for so much earlier, for it is soon done; so does what the
# builder knows; what may never be asked for comes after all.
SKETCH_S, KNOWN_S, AHEAD_S = 4.0, 3.0, 1000.0
KNOWS = 12  # a builder is taken to know what it was asked about last, and keeps no more of


class _Turn(Protocol):
    newest: str  # the line of work it is taken in; it may go over to another


@dataclass(eq=False)
class Builder:
    """One process, what it is at or was last, and what it knows."""

    number: int
    process: Any
    pipe: Connection
    halt: Any
    aside: bool = False  # it does what nobody waits for, and yields the machine to those who do
    of: str = ""  # the project
    # projects and which line of theirs it knows since when, the newest last
    knows: dict[str, tuple[str, float]] = field(default_factory=dict)
    used: float = 0.0

    def take(self, of: str, line: str) -> None:
        """Is at a line of work of a project from now on; who builds it does so after a sketch."""
        self.of = of
        known, _ = self.knows.pop(of, ("", 0.0))
        if of:
            self.knows[of] = (known if known == BUILDS else line, time.monotonic())
            while len(self.knows) > KNOWS:
                del self.knows[next(iter(self.knows))]

    def since(self, of: str, line: str) -> float:
        """Since when it knows a line of work of a project; 0 where it does not."""
        known, since = self.knows.get(of, ("", 0.0))
        return since if known == line else 0.0

    def end(self) -> None:
        self.process.kill()
        self.process.join(5)
        self.pipe.close()


@dataclass(eq=False)
class Waits:
    """Somebody waits for a builder."""

    of: str
    line: str
    aside: bool
    turn: _Turn
    since: float = field(default_factory=time.monotonic)

    @property
    def ahead(self) -> bool:
        return self.turn.newest == AHEAD

    def for_(self, one: Builder, knowing: Builder | None) -> float | None:
        """Since when, about, a builder is waited for, the earliest goes first; None where another
        is: the one that knows the line of work, while it is at the same project."""
        patience_s = PATIENCE_S.get(self.turn.newest, SHORT_S)
        if one.aside != self.aside:
            return None
        known = one is knowing
        waits = time.monotonic() - self.since < patience_s
        if knowing and not known and knowing.of == self.of and waits:
            return None
        sketch = self.line == SKETCHES
        return self.since - KNOWN_S * known - SKETCH_S * sketch + AHEAD_S * self.ahead


@dataclass
class Pool:
    """All builders, and who waits for one. Whoever looks at it or changes it holds ``changed``."""

    context: Any
    at_work: Any  # at how many builders somebody waits, for all of them to see
    idle: list[Builder] = field(default_factory=list)
    busy: list[Builder] = field(default_factory=list)
    waiting: list[Waits] = field(default_factory=list)
    changed: threading.Condition = field(default_factory=threading.Condition)
    newest: dict[str, int] = field(default_factory=dict)
    age: int = 0  # counts how often everything was given up
    trying: int = 0  # who waits for what would cure a finding: done aside, yet waited for
    starved: int = 0  # how many wait for a builder and found none free
    ended: bool = False

    def leisure(self, of: str) -> bool:
        """Whether a builder that people wait for is free, or busy with a project."""
        own = [one for one in self.busy if of and one.of == of]
        return any(not one.aside for one in [*self.idle, *own])

    def knowing(self, of: str, line: str, aside: bool) -> Builder | None:
        """The builder that was at a line of work of a project last, free or not."""
        mine = [one for one in [*self.idle, *self.busy] if one.aside == aside]
        best = max(mine, key=lambda one: one.since(of, line), default=None)
        return best if best and best.since(of, line) else None

    def free_for(self, me: Waits) -> Builder | None:
        """A free builder that nobody should have before."""
        known = [(w, self.knowing(w.of, w.line, w.aside)) for w in self.waiting]
        mine = []
        for one in self.idle:
            asked = [(since, w) for w, k in known if (since := w.for_(one, k)) is not None]
            if asked and min(asked, key=lambda pair: pair[0])[1] is me:
                mine.append(one)
        knowing = self.knowing(me.of, me.line, me.aside)
        return knowing if knowing in mine else min(mine, key=lambda b: b.used, default=None)

    def take(self, one: Builder, me: Waits) -> None:
        """A free builder begins what somebody waited for."""
        self.idle.remove(one)
        self.busy.append(one)
        self._count()
        one.take(me.of, me.line)

    def put_back(self, one: Builder, fresh: Builder) -> None:
        """A builder is free again, or another begun in its stead."""
        fresh.used = time.monotonic()
        self.busy.remove(one)
        self._count()
        self.idle.append(fresh)

    def _count(self) -> None:
        """Tells the builders at how many of them somebody waits: the others yield the machine."""
        self.at_work.value = sum(not one.aside for one in self.busy)
