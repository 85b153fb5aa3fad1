"""What one changed number takes: kept, sketched, built, proved. A real server, builders and all.

Every plain number of a project is changed once, by a fiftieth; the same is then asked of the hard
set. Beside wall time stand the processor seconds of the server and its builders. The baseline is an
answer of one line from the same server.

Run: .venv/bin/python -m benchmarks.saving [play|hard] [how many numbers of each]
"""

from __future__ import annotations

import json
import os
import statistics
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections import defaultdict
from typing import Any

os.environ["FAIRHINGE_VAR"] = tempfile.mkdtemp()
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")

import django

django.setup()

import psutil
from django.core.management import call_command

from benchmarks.hard_set import hard_set
from benchmarks.numbers import numbers
from core.project.demo import DEMO, demo_document
from core.project.edits import Edit
from core.project.schema import Project
from core.report import apply_edits

PORT = 8196
BUDGETS = {"kept": 30, "sketch": 50, "solids": 100, "proof": 300}
URL = f"http://127.0.0.1:{PORT}"


def asked(method: str, path: str, body: Any = None, project: int = 0) -> Any:
    """A whole answer."""
    request = urllib.request.Request(
        URL + path,
        method=method,
        data=None if body is None else json.dumps(body).encode(),
        headers={"Content-Type": "application/json", "Referer": f"{URL}/p/{project}"},
    )
    with urllib.request.urlopen(request) as answer:
        return json.load(answer)


def processor_s(server: psutil.Process) -> float:
    """Processor seconds of the server and its builders so far."""
    total = 0.0
    for one in [server, *server.children(recursive=True)]:
        try:
            times = one.cpu_times()
            total += times.user + times.system
        except psutil.Error:
            pass
    return total


def measured(document: Project, most: int, server: psutil.Process) -> dict[str, list[float]]:
    """Milliseconds by stage, one for every number changed, and processor milliseconds."""
    found: dict[str, list[float]] = defaultdict(list)
    opened = asked("POST", "/api/projects", {"document": document.model_dump(mode="json")})
    project, version, revision = opened["id"], opened["version"], opened["revision"]
    asked("GET", f"/api/projects/{project}", project=project)
    edits = [(path, text) for path, text in numbers(document) if text not in ("0", "1")]
    for path, text in edits[:most]:
        edited = apply_edits(document, [Edit(path, f"({text}) * 1.02")])
        changed = edited.model_dump(mode="json")
        spent = processor_s(server)
        began = time.perf_counter()
        asked("POST", "/api/sketch", {"document": changed}, project)
        found["sketch"].append((time.perf_counter() - began) * 1000)
        began = time.perf_counter()
        body = {"version": version, "document": changed, "words": path}
        kept = asked("PUT", f"/api/projects/{project}", body, project)
        found["kept"].append((time.perf_counter() - began) * 1000)
        version = kept["version"]
        began = time.perf_counter()
        stream = urllib.request.urlopen(
            f"{URL}/api/projects/{project}/built?version={version}&since={revision}"
        )
        for line in stream:
            stage = json.loads(line)
            if "stage" not in stage:
                print("   ", path, stage["message"])
                break
            found[stage["stage"]].append((time.perf_counter() - began) * 1000)
        revision = kept["revision"]
        found["processor"].append((processor_s(server) - spent) * 1000)
    return found


def spread(times: list[float]) -> str:
    ordered = sorted(times)
    return (
        f"{statistics.median(ordered):7.0f} {ordered[max(0, round(0.95 * len(ordered)) - 1)]:7.0f}"
    )


def main(which: str = "play", most: int = 8) -> None:
    """Prints median and 95th percentile of each stage."""
    call_command("migrate", verbosity=0)
    documents = {name: demo_document(name) for name in DEMO} if which == "play" else hard_set()
    server = subprocess.Popen([sys.executable, "manage.py", "serve", "--port", str(PORT)])
    try:
        for _ in range(150):
            try:
                urllib.request.urlopen(f"{URL}/api/play-set").close()
                break
            except OSError:
                time.sleep(0.2)
        line = []
        for _ in range(50):
            began = time.perf_counter()
            asked("GET", "/api/play-set")
            line.append((time.perf_counter() - began) * 1000)
        print(f"an answer of one line  {spread(line)} ms (median, 95th percentile)")
        whole: dict[str, list[float]] = defaultdict(list)
        stages = ("kept", "sketch", "solids", "proof", "whole", "processor")
        print(f"{'':20s}" + "".join(f"{stage:>17s}" for stage in stages))
        for name, document in documents.items():
            try:
                found = measured(document, most, psutil.Process(server.pid))
            except OSError as error:
                print(f"{name:20s} {error}")
                continue
            for stage, times in found.items():
                whole[stage] += times
            print(f"{name:20s}" + "".join(
                f"  {spread(found[s])}" if found[s] else f"{'-':>17s}" for s in stages
            ))  # fmt: skip
        print(f"{'all':20s}" + "".join(
            f"  {spread(whole[s])}" if whole[s] else f"{'-':>17s}" for s in stages
        ))  # fmt: skip
        print("budgets, 95th: " + ", ".join(f"{k} {v} ms" for k, v in BUDGETS.items()))
        memory = sum(
            one.memory_info().rss
            for one in [psutil.Process(server.pid), *psutil.Process(server.pid).children(True)]
        )
        print(f"server and builders hold {memory / 1e6:.0f} MB")
    finally:
        server.terminate()
        server.wait(10)


if __name__ == "__main__":
    main(*(sys.argv[1:2] or ["play"]), *(int(n) for n in sys.argv[2:3]))
