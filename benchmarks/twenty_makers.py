"""Twenty makers editing at once on one server, by locust: saves, sketches and proofs.

Needs `scripts/python-env requirements-bench.txt`.
Run: .venv/bin/python -m benchmarks.twenty_makers [makers] [seconds]
"""

from __future__ import annotations

import csv
import subprocess
import sys
import tempfile
from pathlib import Path

from benchmarks.served import served

PORT = 8195
BUDGET_MS = {"save": 200, "a line": 50}


def main(makers: int = 20, seconds: int = 60) -> None:
    """Prints median, 95th percentile and failures of everything that was asked."""
    var = tempfile.mkdtemp()
    with served(PORT, var) as server:
        told = Path(var) / "told"
        subprocess.run(
            [sys.executable, "-m", "locust", "-f", "benchmarks/makers_at_work.py", "--headless",
             "--users", str(makers), "--spawn-rate", "4", "--run-time", f"{seconds}s",
             "--host", server.url, "--csv", str(told), "--only-summary", "--loglevel", "ERROR"],
            check=False, stdout=subprocess.DEVNULL,
        )  # fmt: skip
        print(f"{makers} makers for {seconds} s")
        print(f"{'':10s} asked failed  median    95th   budget, ms")
        lines = Path(f"{told}_stats.csv").read_text().splitlines()
        for row in csv.DictReader(lines):
            budget = BUDGET_MS.get(row["Name"], "")
            print(f"{row['Name']:10s} {row['Request Count']:>5s} {row['Failure Count']:>6s} "
                  f"{row['50%']:>7s} {row['95%']:>7s} {budget!s:>8s}")  # fmt: skip
        print(f"server and builders hold {server.held_mb():.0f} MB")


if __name__ == "__main__":
    main(*(int(one) for one in sys.argv[1:3]))
