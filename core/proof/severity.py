"""How bad it is."""

from __future__ import annotations

from typing import Literal

Severity = Literal["good", "note", "warning", "stop"]
ORDER: tuple[Severity, ...] = ("stop", "warning", "note", "good")
