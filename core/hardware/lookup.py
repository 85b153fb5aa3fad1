"""Hardware by name."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import TypeVar

from core.errors import BuildError
from core.hardware import inch_tables as inch
from core.hardware.tables import (
    BEARINGS,
    CLEARANCE,
    COUNTERSUNK,
    HEX_NUTS,
    INSERTS,
    METRIC_LENGTHS,
    SOCKET_HEADS,
    SOURCES,
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


def is_inch(size: str) -> bool:
    """Whether a screw of a size is bought by the inch.

    >>> is_inch("1/4-20"), is_inch("M6")
    (True, False)
    """
    return size.strip() in inch.CLEARANCE


def spoken_sizes(what: str, sizes: Iterable[str]) -> tuple[str, ...]:
    """What finds something that is sold in sizes: each with its name, numbers without their sign.

    >>> spoken_sizes("nut", ("M3", "#6-32"))
    ('M3 nut', '6-32 nut', 'number 6 nut')
    """
    found = []
    for size in sizes:
        found.append(f"{size.removeprefix('#')} {what}")
        if size.startswith("#"):
            found.append(f"number {size[1:].split('-')[0]} {what}")
    return tuple(dict.fromkeys(found))


def a_screw(size: str) -> str:
    """A size with its article, as it is spoken.

    >>> a_screw("M3"), a_screw("#8-32"), a_screw("1/4-20")
    ('an M3', 'a #8-32', 'a 1/4-20')
    """
    return f"{'a' if is_inch(size) else 'an'} {size}"


def source(what: str, size: str) -> str:
    """What a size of something bought is listed by.

    >>> source("nut", "M3"), source("clearance", "#4-40"), source("insert", "#4-40")
    ('ISO 4032', 'ASME B18.2.8', 'common practice, no source')
    """
    return inch.SOURCES.get(what, SOURCES[what]) if is_inch(size) else SOURCES[what]


def screw_diameter(size: str) -> float:
    """A screw's own diameter, mm.

    >>> screw_diameter("M2.5"), screw_diameter("1/4-20")
    (2.5, 6.35)
    """
    return round(read_thread(size).major, 6)


def screw_lengths(size: str) -> dict[str, float]:
    """The lengths a screw is sold in, as they are asked for, and in mm.

    >>> screw_lengths("M3")["8 mm"], screw_lengths("#6-32")["1/2 in"]
    (8.0, 12.7)
    """
    if is_inch(size):
        return {f"{told} in": one * inch.INCH_MM for told, one in inch.SCREW_LENGTHS.items()}
    return {f"{one:g} mm": one for one in METRIC_LENGTHS}


def clearance_hole(size: str, grade: str = "medium") -> float:
    """The hole a screw passes through, mm (ISO 273, ASME B18.2.8).

    Args:
        grade: fine, medium or coarse; by the inch these are close, normal and loose.

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
