"""Hardware by name."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TypeVar

from core.errors import BuildError
from core.hardware.tables import (
    BEARINGS,
    CLEARANCE,
    COUNTERSUNK,
    HEX_NUTS,
    INSERTS,
    SOCKET_HEADS,
    Bearing,
    Head,
    HexNut,
    Insert,
)
from core.threads import read_thread

T = TypeVar("T")
CLASSES = ("fine", "medium", "coarse")


def _listed(table: Mapping[str, T], name: str, what: str) -> T:
    found = table.get(name.strip().upper())
    if found is None:
        raise BuildError(f"no {what} is listed for '{name}'", remedy="one of " + ", ".join(table))
    return found


def clearance_hole(size: str, grade: str = "medium") -> float:
    """The hole a screw passes through, mm (ISO 273); ``grade`` is fine, medium or coarse.

    >>> clearance_hole("M3"), clearance_hole("M8", "coarse")
    (3.4, 10)
    """
    return _listed(CLEARANCE, size, "clearance hole")[CLASSES.index(grade)]


def hex_nut(size: str) -> HexNut:
    """A hexagon nut (ISO 4032).

    >>> hex_nut("M3")
    HexNut(across_flats=5.5, height=2.4)
    """
    return _listed(HEX_NUTS, size, "hexagon nut")


def socket_head(size: str) -> Head:
    """A hexagon socket head cap screw's head (ISO 4762).

    >>> socket_head("M5")
    Head(diameter=8.5, height=5)
    """
    return _listed(SOCKET_HEADS, size, "socket head")


def countersunk_head(size: str) -> Head:
    """A countersunk socket screw's head (ISO 10642).

    >>> countersunk_head("M4")
    Head(diameter=8.96, height=2.48)
    """
    return _listed(COUNTERSUNK, size, "countersunk head")


def insert(size: str) -> Insert:
    """A heat-set insert (common practice, no source).

    >>> insert("M3")
    Insert(hole=4.0, length=5.7)
    """
    return _listed(INSERTS, size, "heat-set insert")


def bearing(number: str) -> Bearing:
    """A ball bearing by its number (ISO 15).

    >>> bearing("608")
    Bearing(bore=8, outside=22, width=7)
    """
    return _listed(BEARINGS, number, "bearing")


def tap_drill(size: str) -> float:
    """The hole drilled before tapping, mm: d − P (common practice, no source).

    >>> tap_drill("M6")
    5.0
    """
    return read_thread(size).tap_drill
