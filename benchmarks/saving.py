"""What one changed number takes: kept, sketched, built, proved. A real server, builders and all.

Every plain number of a project is changed once, by a fiftieth, and changed back with the next; what
each stage takes is told from when it was asked for. Beside wall time stand the processor
milliseconds of the server and its builders until the proof. The baseline is an answer of one line
from the same server. Remedies, which are tried aside, are not waited for.

Run: .venv/bin/python -m benchmarks.saving [play|hard] [how many numbers of each]
"""

from __future__ import annotations

import sys
import tempfile
import time
from collections import defaultdict

from benchmarks.hard_set import hard_set
from benchmarks.numbers import numbers
from benchmarks.served import Served, served, told
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


def measured(document: Project, most: int, server: Served) -> dict[str, list[float]]:
    """Milliseconds by stage, one for every number changed."""
    found: dict[str, list[float]] = defaultdict(list)
    opened = server.asked("POST", "/api/projects", {"document": document.model_dump(mode="json")})
    project, version, revision = opened["id"], opened["version"], opened["revision"]
    for _ in server.lines(f"/api/projects/{project}/built?version={version}", project):
        pass
    server.asked("POST", "/api/sketch", {"document": opened["document"]}, project)
    edits = [(path, text) for path, text in numbers(document) if text not in ("0", "1")]
    for path, text in edits[:most]:
        edited = apply_edits(document, [Edit(path, f"({text}) * 1.02")])
        changed = edited.model_dump(mode="json")
        spent, began = server.processor_s(), time.perf_counter()
        server.asked("POST", "/api/sketch", {"document": changed}, project)
        found["sketch"].append((time.perf_counter() - began) * 1000)
        began = time.perf_counter()
        body = {"version": version, "document": changed, "words": path}
        kept = server.asked("PUT", f"/api/projects/{project}", body, project)
        found["kept"].append((time.perf_counter() - began) * 1000)
        version = kept["version"]
        began = time.perf_counter()
        built = f"/api/projects/{project}/built?version={version}&since={revision}"
        for line in server.lines(built, project):
            stage = line.get("stage", line.get("message"))
            stage = "first check" if stage == "check" else stage
            if stage != "first check" or len(found[stage]) < len(found["kept"]):
                found[stage].append((time.perf_counter() - began) * 1000)
        revision = kept["revision"]
        found["processor"].append((server.processor_s() - spent) * 1000)
    return found


def main(which: str = "play", most: int = 400) -> None:
    """Prints median and 95th percentile of each stage."""
    documents = {name: demo_document(name) for name in DEMO} if which == "play" else hard_set()
    with served(PORT, tempfile.mkdtemp()) as server:
        line = []
        for _ in range(50):
            began = time.perf_counter()
            server.asked("GET", "/api/play-set")
            line.append((time.perf_counter() - began) * 1000)
        print(f"an answer of one line  {told(line)} ms (median, 95th percentile)")
        whole: dict[str, list[float]] = defaultdict(list)
        print(f"{'':20s}" + "".join(f"{stage:>17s}" for stage in STAGES))
        for name, document in documents.items():
            try:
                found = measured(document, most, server)
            except OSError as error:
                print(f"{name:20s} {error}")
                continue
            for stage, times in found.items():
                whole[stage] += times
            print(f"{name:20s}" + "".join(f"  {told(found[s])}" for s in STAGES), flush=True)
            for other in set(found) - set(STAGES):
                print(f"{'':20s}  {other}")
        print(
            f"{len(whole['kept']):3d} numbers         "
            + "".join(f"  {told(whole[s])}" for s in STAGES)
        )
        print("budgets, 95th: " + ", ".join(f"{k} {v} ms" for k, v in BUDGETS[which].items()))
        print(f"server and builders hold {server.held_mb():.0f} MB")


if __name__ == "__main__":
    main(*(sys.argv[1:2] or ["play"]), *(int(n) for n in sys.argv[2:3]))
