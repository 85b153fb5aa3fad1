"""An M20 × 2.5 pair 28 mm long: built, its gap found, set in motion; against manifold3d's min_gap.

Run: .venv/bin/python -m benchmarks.threads
"""

from __future__ import annotations

import time
from collections.abc import Callable

from core.checks.moving import turn_and_shift
from core.outlines import regular_polygon
from core.proof.gaps import smallest_gap
from core.proof.motion import sweep
from core.solids import Body, Frame, Prism, prism_body, triangle_mesh
from core.threads import opened, read_thread, thread_cutter, thread_rod

GAP_MM = 0.2


def timed(work: Callable[[], object], rounds: int = 3) -> float:
    best = float("inf")
    for _ in range(rounds):
        began = time.perf_counter()
        work()
        best = min(best, time.perf_counter() - began)
    return best


def pair(name: str, long: float) -> tuple[Body, Body]:
    """A rod and a nut of a thread, a gap apart."""
    thread = read_thread(name)
    bolt = thread_rod(thread, opened(thread, 0.0, True), 0, long, "bolt")
    block = prism_body(Prism(Frame(), regular_polygon(6, thread.major * 1.5), 0, long), "nut")
    nut = block - thread_cutter(thread, opened(thread, GAP_MM, False), 0, long, "nut")
    for body in (bolt, nut):
        body.solid.num_tri()
    return bolt, nut


def main() -> None:
    """Prints times and ratios of one run."""
    built = timed(lambda: pair("M20", 28))
    bolt, nut = pair("M20", 28)
    meshes = [triangle_mesh(body) for body in (bolt, nut)]
    found = smallest_gap(meshes[0].corners, meshes[1].corners)
    gap = timed(lambda: smallest_gap(meshes[0].corners, meshes[1].corners))
    lead = read_thread("M20").lead
    places = [i * 9.0 for i in range(40)]
    moved = timed(
        lambda: sweep(
            (bolt, meshes[0].corners),
            (nut, meshes[1].corners),
            lambda at: turn_and_shift(Frame(), at, at / 360 * lead)[:3],
            places,
        ),
        1,
    )
    triangles = sum(len(mesh.triangles) for mesh in meshes)
    print(f"M20 × 2.5, 28 mm, {triangles} triangles")
    print(f"  built          {built * 1000:7.0f} ms (budget 300)")
    print(f"  gap {found.distance_mm:.3f} mm  {gap * 1000:7.0f} ms (budget 500)")
    print(f"  40 poses       {moved * 1000:7.0f} ms (budget 1000)")
    small = pair("M6", 4)
    corners = [triangle_mesh(body).corners for body in small]
    ours = timed(lambda: smallest_gap(*corners))
    theirs = timed(lambda: small[0].solid.min_gap(small[1].solid, 1.0), 1)
    print(f"M6 × 1, 4 mm: ours {ours * 1000:.0f} ms, manifold3d's min_gap {theirs * 1000:.0f} ms, "
          f"1 : {theirs / ours:.0f}")  # fmt: skip


if __name__ == "__main__":
    main()
