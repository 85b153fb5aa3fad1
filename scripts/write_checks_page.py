"""Writes docs/checks.md from the check classes: what each asks, measures, holds it against,
offers.
"""

from __future__ import annotations

from pathlib import Path

import core.checks.all_checks  # noqa: F401  (registers them)
from core.checks.check import CHECKS, Check

PAGE = Path(__file__).resolve().parents[1] / "docs" / "checks.md"
HEAD = """# What is checked

Written by `scripts/write_checks_page.py` from the classes in `core/checks/`; a test keeps it true.

Every check is one class: what it asks, what it measures and on what, its limits with their source,
the remedies it may offer and the reading it belongs to. Projects and meshes from elsewhere run the
same checks. A remedy is tried on a copy before it is offered: its finding must be gone or better,
with no new stop. A reading along the bottom of the desk is as bad as the worst of its checks. What
a maker accepts with a reason becomes a note while its value gets no worse; what cannot be built, or
is no closed solid, cannot be accepted.

Nothing here declares anything safe. Rules are named from memory, and what they ask is for local
codes and a qualified person to say.
"""


def page() -> str:
    """The whole page."""
    groups: dict[str, list[Check]] = {}
    for check in CHECKS.values():
        groups.setdefault(check.on, []).append(check)
    lines = [HEAD]
    for on, checks in groups.items():
        lines.append(f"## On {on}\n")
        for check in checks:
            lines += [*_told(check), ""]
    return "\n".join(lines).rstrip() + "\n"


def _told(check: Check) -> list[str]:
    lines = [f"### {check.asks}", "", f"`{check.name}`. {check.measures}", ""]
    lines += [f"- Limit: {limit.words} ({limit.source})." for limit in check.limits]
    if check.cures:
        lines.append(f"- Remedies: {check.cures}.")
    if check.reading:
        lines.append(f"- Reading: {check.reading}.")
    if check.hatched:
        lines.append(f"- Hatched on the solid as {', '.join(check.hatched)}.")
    if not check.acceptable:
        lines.append("- Cannot be accepted.")
    return lines


if __name__ == "__main__":
    PAGE.write_text(page())
