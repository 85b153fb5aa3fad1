"""What one changed number takes: kept, sketched, built, proved. A real server, builders and all.

Every plain number of a project is changed once, by a fiftieth, and changed back with the next; what
each stage takes is told from when it was asked for. Beside wall time stand the processor
milliseconds of the server and its builders until the proof. The baseline is an answer of one line
from the same server. Remedies, which are tried aside, are not waited for.

Told twice: at once, as where a number comes from nowhere (a remedy, an undo); and typed, as a page
does, which has what stands in a field built ahead: Enter comes a keystroke after the last figure,
and what it takes is told from Enter.

Run: .venv/bin/python -m benchmarks.saving [play|hard] [once|typed|both] [how many of each]
"""

from __future__ import annotations

import sys
import tempfile
import time
from collections import defaultdict
from dataclasses import dataclass, field
from threading import Thread
from typing import Any

from benchmarks.hard_set import hard_set
from benchmarks.numbers import numbers
from benchmarks.served import KEYSTROKE_S, Served, served, told
from core.project.demo import DEMO, demo_document
from core.project.edits import Edit
from core.project.schema import Project
from core.report import apply_edits

PORT = 8196
STAGES = ("kept", "sketch", "solids", "first check", "proof", "processor")
BUDGETS = {
    "play": {"kept": 30, "sketch": 50, "solids": 100, "proof": 300},
    "hard": {"kept": 30, "sketch": 50, "solids": 300, "proof": 1000},
}


@dataclass
class _Page:
    """A page on which numbers of a document are changed one by one."""

    server: Served
    document: Project
    typed: bool
    found: dict[str, list[float]] = field(default_factory=lambda: defaultdict(list))

    def open(self) -> None:
        """Puts the document on the shelf, built."""
        body = {"document": self.document.model_dump(mode="json")}
        opened = self.server.asked("POST", "/api/projects", body)
        self.project, self.version = opened["id"], opened["version"]
        self.revision = opened["revision"]
        for _ in self.server.lines(f"{self.path}/built?version={self.version}", self.project):
            pass
        self._sketch(opened["document"])

    @property
    def path(self) -> str:
        """Where the project is."""
        return f"/api/projects/{self.project}"

    def _sketch(self, document: Any) -> None:
        self.server.asked("POST", "/api/sketch", {"document": document}, self.project)

    def _ahead(self, document: Any) -> None:
        body = {"document": document, "since": self.revision}
        self.server.asked("POST", f"{self.path}/ahead", body, self.project)

    def change(self, edit: Edit) -> None:
        """Changes one number, and changes it back with the next."""
        changed = apply_edits(self.document, [edit]).model_dump(mode="json")
        spent = self.server.processor_s()
        if self.typed:
            asks = [Thread(target=ask, args=(changed,)) for ask in (self._sketch, self._ahead)]
            for one in asks:
                one.start()
            time.sleep(KEYSTROKE_S)
        began = time.perf_counter()
        if self.typed:
            asks[0].join()  # a page shows the sketch that it has asked for
        else:
            self._sketch(changed)
        self._took("sketch", began)
        kept_from = time.perf_counter()
        body = {"version": self.version, "document": changed, "words": edit.path}
        kept = self.server.asked("PUT", self.path, body, self.project)
        self._took("kept", kept_from)
        # what was built ahead goes on being built: from here on all is told from when it was asked
        began = time.perf_counter()
        self.version = kept["version"]
        built = f"{self.path}/built?version={self.version}&since={self.revision}"
        for line in self.server.lines(built, self.project):
            stage = line.get("stage", line.get("message"))
            told = {"proof": STAGES[2:5], "check": STAGES[3:4]}.get(stage, (stage,))
            for one in told:  # with its proof all is told that was not told before
                if one not in STAGES or len(self.found[one]) < len(self.found["kept"]):
                    self._took(one, began)
        self.revision = kept["revision"]
        self.found["processor"].append((self.server.processor_s() - spent) * 1000)

    def _took(self, stage: str, began: float) -> None:
        self.found[stage].append((time.perf_counter() - began) * 1000)


def measured(document: Project, most: int, server: Served, typed: bool) -> dict[str, list[float]]:
    """Milliseconds by stage, one for every number changed."""
    page = _Page(server, document, typed)
    page.open()
    edits = [(path, text) for path, text in numbers(document) if text not in ("0", "1")]
    for path, text in edits[:most]:
        page.change(Edit(path, f"({text}) * 1.02"))
    return page.found


def told_of(server: Served, documents: dict[str, Project], most: int, typed: bool) -> None:
    """Prints median and 95th percentile of each stage, by design and of all."""
    whole: dict[str, list[float]] = defaultdict(list)
    print(f"{'typed' if typed else 'at once':20s}" + "".join(f"{stage:>17s}" for stage in STAGES))
    for name, document in documents.items():
        try:
            found = measured(document, most, server, typed)
        except OSError as error:
            print(f"{name:20s} {error}")
            continue
        for stage, times in found.items():
            whole[stage] += times
        print(f"{name:20s}" + "".join(f"  {told(found[s])}" for s in STAGES), flush=True)
        for other in set(found) - set(STAGES):
            print(f"{'':20s}  {other}")
    print(
        f"{len(whole['kept']):3d} numbers         " + "".join(f"  {told(whole[s])}" for s in STAGES)
    )


def main(which: str = "play", how: str = "both", most: int = 400) -> None:
    """Prints what each stage takes, beside the budgets."""
    documents = {name: demo_document(name) for name in DEMO} if which == "play" else hard_set()
    with served(PORT, tempfile.mkdtemp()) as server:
        line = []
        for _ in range(50):
            began = time.perf_counter()
            server.asked("GET", "/api/play-set")
            line.append((time.perf_counter() - began) * 1000)
        print(f"an answer of one line  {told(line)} ms (median, 95th percentile)")
        for typed in {"both": (False, True), "once": (False,), "typed": (True,)}[how]:
            told_of(server, documents, most, typed)
        print("budgets, 95th: " + ", ".join(f"{k} {v} ms" for k, v in BUDGETS[which].items()))
        print(f"server and builders hold {server.held_mb():.0f} MB")


if __name__ == "__main__":
    main(*sys.argv[1:3], *(int(n) for n in sys.argv[3:4]))
