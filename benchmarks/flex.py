"""Every key measure of the demo projects pushed until it breaks, two at a time; against one report.

Run: .venv/bin/python -m benchmarks.flex [NAME ...]
"""

from __future__ import annotations

import multiprocessing
import sys
import time
from concurrent.futures import ProcessPoolExecutor

from core.project import cache
from core.project.demo import DEMO, demo_document
from core.project.solve import solve
from core.report import report_on
from core.report.flexing import key_measures, push

WANTED = 200
BUDGET_S = 10.0


def pushed(name: str, path: str) -> tuple[str, str, int, str]:
    found = push(demo_document(name), path)
    assert found is not None
    return name, found.name, found.tries, f"{found.low.shown} … {found.high.shown}"


def main() -> None:
    """Prints what each measure holds, tries a second, and the time 200 variants would take."""
    names = sys.argv[1:] or DEMO
    work = [(n, m.path) for n in names for m in key_measures(solve(demo_document(n)))]
    ones = []
    for name in names:
        cache.forget_all()
        began = time.perf_counter()
        report_on(solve(demo_document(name)))
        ones.append(time.perf_counter() - began)
    with ProcessPoolExecutor(2, multiprocessing.get_context("spawn")) as pool:
        list(pool.map(abs, [1, 2]))  # both are there before the clock runs
        began = time.perf_counter()
        jobs = [pool.submit(pushed, *one) for one in work]
        found = [job.result() for job in jobs]
        took = time.perf_counter() - began
    for project, measure, tries, holds in found:
        print(f"{project:12} {measure:10} {tries:3} tries  {holds}")
    tries = sum(one[2] for one in found)
    each = took / tries
    print(f"{len(found)} measures, {tries} variants in {took:.1f} s on two cores: "
          f"200 variants {each * WANTED:.1f} s (budget {BUDGET_S:g} s); "
          f"one report from nothing {sum(ones) / len(ones) * 1000:.0f} ms, "
          f"a variant 1 : {sum(ones) / len(ones) / each:.1f} of it")  # fmt: skip


if __name__ == "__main__":
    main()
