"""One result of a check."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Severity = Literal["good", "note", "warning", "stop"]
ORDER: tuple[Severity, ...] = ("stop", "warning", "note", "good")


@dataclass(frozen=True)
class Edit:
    """One change to a document: the field at ``path`` becomes ``text``."""

    path: str
    text: str


@dataclass(frozen=True)
class Remedy:
    """What would cure a finding, in words and as changes to the document."""

    label: str
    edits: tuple[Edit, ...]


@dataclass(frozen=True)
class Finding:
    """A value beside its limit, with the place it was found and what it means.

    ``at`` is in the part's own coordinates, mm; ``step`` the step that made the face there;
    ``ends`` are those of a line that shows the value where it was measured.
    """

    check: str
    severity: Severity
    message: str
    value: float | None = None
    limit: float | None = None
    unit: str = "mm"
    at: tuple[float, float, float] | None = None
    part: str = ""
    step: str = ""
    fit: str = ""
    remedy: Remedy | None = None
    ends: tuple[tuple[float, float, float], tuple[float, float, float]] | None = None
    accepted: str = ""  # the maker's reason for leaving it as it is


def worst(findings: list[Finding]) -> Severity:
    """The most severe of some findings; ``good`` when there are none."""
    return min((f.severity for f in findings), key=ORDER.index, default="good")
