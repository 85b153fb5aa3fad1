"""From a changed measure to new meshes, to a report and to an API answer; cached against not.

Run: .venv/bin/python -m benchmarks.edit
"""

from __future__ import annotations

import json
import os
import statistics
import tempfile
import time
from collections.abc import Callable

os.environ.setdefault("FAIRHINGE_VAR", tempfile.mkdtemp())
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")

import django

django.setup()

from django.core.management import call_command
from django.test import Client

from core.checks.finished import mesh_of
from core.project import cache
from core.project.demo import DEMO, demo_document
from core.project.edits import Edit
from core.project.solve import solve
from core.report import apply_edits, report_on

ROUNDS = 20


def timed(work: Callable[[], object]) -> float:
    began = time.perf_counter()
    work()
    return (time.perf_counter() - began) * 1000


def spread(times: list[float]) -> str:
    ordered = sorted(times)
    high = ordered[max(0, round(0.95 * len(ordered)) - 1)]
    return f"median {statistics.median(ordered):6.1f} ms, 95th percentile {high:6.1f} ms"


def main() -> None:
    """Prints times and ratios for every demo project."""
    call_command("migrate", verbosity=0)
    call_command("load_demo", verbosity=0)
    client = Client()
    for name in DEMO:
        project = demo_document(name)
        first = project.measures[0]

        def variant(step: int, project=project, first=first):
            text = f"({first.expression}) * {1 + step / 200}"
            return apply_edits(project, [Edit(f"measures.{first.name}", text)])

        def meshes(document) -> None:
            for part in solve(document).parts.values():
                mesh_of(part.state)

        cold, warm, answers, reports = [], [], [], []
        documents = [variant(step) for step in range(1, ROUNDS + 1)]
        for document in documents:
            cache.forget_all()
            cold.append(timed(lambda d=document: meshes(d)))
        cache.forget_all()
        meshes(project)
        for document in documents:
            warm.append(timed(lambda d=document: meshes(d)))
        cache.forget_all()
        report_on(solve(project))
        for document in documents:
            reports.append(timed(lambda d=document: report_on(solve(d))))
        cache.forget_all()
        shelf = client.get("/api/projects").json()
        item = next(one for one in shelf if one["title"] == project.title)
        path = f"/api/projects/{item['id']}"
        for version, document in enumerate(documents, start=item["version"]):
            body = json.dumps(
                {"version": version, "document": document.model_dump(mode="json"), "words": "x"}
            )
            answers.append(
                timed(lambda b=body, p=path: client.put(p, b, content_type="application/json"))
            )
        same = timed(lambda p=project: report_on(solve(p)))
        again = timed(lambda p=project: report_on(solve(p)))
        print(name)
        print(f"  meshes, nothing cached   {spread(cold)}")
        print(f"  meshes, one edit         {spread(warm)}")
        print(f"  report, one edit         {spread(reports)}")
        print(f"  API answer, one edit     {spread(answers)}")
        ratio = statistics.median(cold) / max(again, 1e-3)
        print(
            f"  unchanged document       {again:6.1f} ms, 1 : {ratio:.0f} of an uncached solve ({same:.0f} ms first)"
        )


if __name__ == "__main__":
    main()
