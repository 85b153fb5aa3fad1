"""One result of a check."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

from core.project.edits import Edit
from core.proof.severity import ORDER, Severity

__all__ = ["ORDER", "Edit", "Finding", "Remedy", "Severity", "worst"]


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
    others: tuple[Remedy, ...] = ()  # to be tried where the first does not cure it
    accepted: str = ""  # the maker's reason for leaving it as it is
    # remedies that take some working out; asked for only where remedies are tried
    cures: Callable[[], Sequence[Remedy]] | None = field(default=None, compare=False, repr=False)

    def cured(self, remedy: Remedy | None) -> Finding:
        """The same with a remedy to be tried."""
        return replace(self, remedy=remedy)

    @property
    def may_be_cured(self) -> bool:
        """Whether there is something to try."""
        return self.remedy is not None or self.cures is not None

    def ways(self) -> tuple[Remedy, ...]:
        """What may cure it, the likeliest first."""
        first = () if self.remedy is None else (self.remedy,)
        return (*first, *self.others, *(self.cures() if self.cures else ()))

    def untried(self) -> Finding:
        """The same with nothing offered: what is not tried is not offered."""
        if self.remedy is None and not self.others and self.cures is None:
            return self
        return replace(self, remedy=None, others=(), cures=None)


def worst(findings: list[Finding]) -> Severity:
    """The most severe of some findings; ``good`` when there are none.

    >>> worst([]), worst([Finding("wall", "note", "thin"), Finding("bed", "stop", "too large")])
    ('good', 'stop')
    """
    return min((f.severity for f in findings), key=ORDER.index, default="good")
