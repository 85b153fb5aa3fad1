"""Two thousand edits, one after the other: what the server and its builders hold meanwhile.

Things of the gallery are edited by turns, a number at a time, each edit sketched, kept, built and
proved; before every other one a number that is not kept is built ahead, and given up half-way. The
baseline is the memory before the first edit. What is told is the proportional set size: what
processes share is counted once.

Run: .venv/bin/python -m benchmarks.soak [edits]
"""

from __future__ import annotations

import json
import random
import sys
import tempfile
import time
from threading import Thread
from typing import Any

from benchmarks.begun_with import STARTERS
from benchmarks.served import KEYSTROKE_S, Served, served

PORT = 8194
BUDGET_MB = 800


class Edited:
    """A project that is edited."""

    def __init__(self, server: Served, starter: str) -> None:
        body = {"starter": starter, "units": "mm", "answers": {}}
        opened = server.asked("POST", "/api/projects", body)
        self.id, self.version = opened["id"], opened["version"]
        self.document: dict[str, Any] = opened["document"]
        self.whole = [one["expression"] for one in self.document["measures"]]

    def edit(self, server: Served, chance: random.Random) -> None:
        """One number changed and proved."""
        index = chance.randrange(len(self.whole))
        ahead = None
        if chance.random() < 0.5:
            self._typed(index, chance)
            ahead = Thread(target=self._ahead, args=(server, json.dumps(self.document)))
            ahead.start()
            time.sleep(chance.uniform(0.0, KEYSTROKE_S))
        self._typed(index, chance)
        server.asked("POST", "/api/sketch", {"document": self.document}, self.id)
        body = {"version": self.version, "document": self.document, "words": "changed"}
        self.version = server.asked("PUT", f"/api/projects/{self.id}", body, self.id)["version"]
        path = f"/api/projects/{self.id}/built?version={self.version}"
        for _ in server.lines(path, self.id):
            pass
        if ahead:
            ahead.join()

    def _typed(self, index: int, chance: random.Random) -> None:
        factor = chance.uniform(0.95, 1.1)
        self.document["measures"][index]["expression"] = f"({self.whole[index]}) * {factor:.3f}"

    def _ahead(self, server: Served, document: str) -> None:
        body = {"document": json.loads(document), "since": None}
        server.asked("POST", f"/api/projects/{self.id}/ahead", body, self.id)


def main(edits: int = 2000) -> None:
    """Prints memory ten times on the way."""
    chance = random.Random(20)
    with served(PORT, tempfile.mkdtemp()) as server:
        print(f"before the first edit {server.held_mb():6.0f} MB")
        projects = [Edited(server, starter) for starter in STARTERS]
        highest = 0.0
        for done in range(1, edits + 1):
            projects[done % len(projects)].edit(server, chance)
            if done % max(edits // 10, 1) == 0:
                held = server.held_mb()
                highest = max(highest, held)
                print(f"{done:5d} edits           {held:6.0f} MB", flush=True)
        print(f"highest {highest:.0f} MB of {BUDGET_MB} allowed")


if __name__ == "__main__":
    main(*(int(one) for one in sys.argv[1:2]))
