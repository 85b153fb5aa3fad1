"""Hostile expressions against an ordinary one: how long each takes to be refused.

Run: .venv/bin/python -m benchmarks.expressions
"""

from __future__ import annotations

import contextlib
import time

from core.errors import ExpressionError
from core.measures import evaluate, parse
from tests.core.hostile import HOSTILE


def took(text: str) -> float:
    """Milliseconds to work out or refuse an expression not seen before."""
    parse.cache_clear()
    began = time.perf_counter()
    with contextlib.suppress(ExpressionError):
        evaluate(parse(text), {})
    return (time.perf_counter() - began) * 1000


def main() -> None:
    """Prints the slowest of the hostile ones beside an ordinary one."""
    first = took("1")
    plain = min(took("2.5in/2 - 1/8in") for _ in range(20))
    worst = max((min(took(text) for _ in range(5)), text[:24]) for text in HOSTILE)
    print(f"grammar built and first expression read: {first:.1f} ms")
    print(f"ordinary expression: {plain:.3f} ms")
    print(
        f"slowest hostile one: {worst[0]:.3f} ms ({worst[1]!r}), {worst[0] / plain:.0f} times as"
        " long"
    )


if __name__ == "__main__":
    main()
