"""Sizes of bought hardware. Values from memory of the publication named beside each."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Literal

from core.hardware import inch_tables as inch

ScrewSize = Literal[
    "M2", "M2.5", "M3", "M4", "M5", "M6", "M8", "M10", "M12",
    "#4-40", "#6-32", "#8-32", "#10-24", "#10-32", "1/4-20", "5/16-18", "3/8-16",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class Head:
    """A screw head: its diameter and height, mm, and the whole angle of its cone where it has
    one."""

    diameter: float
    height: float
    cone_deg: float = field(default=90.0, repr=False)


@dataclass(frozen=True, slots=True)
class HexNut:
    """A hexagon nut: across its flats, and its greatest height, mm."""

    across_flats: float
    height: float


@dataclass(frozen=True, slots=True)
class Insert:
    """A heat-set insert: the hole it wants and its length, mm."""

    hole: float
    length: float


@dataclass(frozen=True, slots=True)
class Bearing:
    """A deep-groove ball bearing: bore, outside and width, mm."""

    bore: float
    outside: float
    width: float


def _by_the_inch(rows: inch.Rows) -> Iterator[tuple[str, tuple[float, ...]]]:
    for size, row in rows.items():
        yield size, tuple(round(one * inch.INCH_MM, 4) for one in row)


# ISO 273: fine, medium, coarse
CLEARANCE: dict[str, tuple[float, ...]] = {
    "M2": (2.2, 2.4, 2.6), "M2.5": (2.7, 2.9, 3.1), "M3": (3.2, 3.4, 3.6), "M4": (4.3, 4.5, 4.8),
    "M5": (5.3, 5.5, 5.8), "M6": (6.4, 6.6, 7), "M8": (8.4, 9, 10), "M10": (10.5, 11, 12),
    "M12": (13, 13.5, 14.5),
} | dict(_by_the_inch(inch.CLEARANCE))  # fmt: skip
# ISO 4032
HEX_NUTS: dict[str, HexNut] = {
    "M2": HexNut(4, 1.6), "M2.5": HexNut(5, 2), "M3": HexNut(5.5, 2.4), "M4": HexNut(7, 3.2),
    "M5": HexNut(8, 4.7), "M6": HexNut(10, 5.2), "M8": HexNut(13, 6.8), "M10": HexNut(16, 8.4),
    "M12": HexNut(18, 10.8),
} | {size: HexNut(*row) for size, row in _by_the_inch(inch.HEX_NUTS)}  # fmt: skip
# ISO 4762
SOCKET_HEADS: dict[str, Head] = {
    "M2": Head(3.8, 2), "M2.5": Head(4.5, 2.5), "M3": Head(5.5, 3), "M4": Head(7, 4),
    "M5": Head(8.5, 5), "M6": Head(10, 6), "M8": Head(13, 8), "M10": Head(16, 10),
    "M12": Head(18, 12),
} | {size: Head(*row) for size, row in _by_the_inch(inch.SOCKET_HEADS)}  # fmt: skip
# ISO 10642, theoretical head at 90°
COUNTERSUNK: dict[str, Head] = {
    "M3": Head(6.72, 1.86), "M4": Head(8.96, 2.48), "M5": Head(11.2, 3.1), "M6": Head(13.44, 3.72),
    "M8": Head(17.92, 4.96), "M10": Head(22.4, 6.2), "M12": Head(26.88, 7.44),
} | {
    size: Head(row[0], row[1], inch.CONE_DEG) for size, row in _by_the_inch(inch.COUNTERSUNK)
}  # fmt: skip
# common practice, no source: makers of inserts differ by a tenth or two
INSERTS: dict[str, Insert] = {
    "M2": Insert(3.2, 4), "M2.5": Insert(4.0, 5.7), "M3": Insert(4.0, 5.7), "M4": Insert(5.6, 8.1),
    "M5": Insert(6.4, 9.5), "M6": Insert(8.0, 12.7), "M8": Insert(9.7, 12.7),
} | {size: Insert(*row) for size, row in _by_the_inch(inch.INSERTS)}  # fmt: skip
# ISO 15
BEARINGS: dict[str, Bearing] = {
    "608": Bearing(8, 22, 7), "623": Bearing(3, 10, 4), "624": Bearing(4, 13, 5),
    "625": Bearing(5, 16, 5), "626": Bearing(6, 19, 6), "6000": Bearing(10, 26, 8),
    "6001": Bearing(12, 28, 8), "6002": Bearing(15, 32, 9), "6200": Bearing(10, 30, 9),
    "6201": Bearing(12, 32, 10),
}  # fmt: skip
# ISO 888, those to be preferred
METRIC_LENGTHS = (
    4.0, 5.0, 6.0, 8.0, 10.0, 12.0, 16.0, 20.0, 25.0, 30.0, 35.0, 40.0, 45.0, 50.0, 55.0, 60.0,
    65.0, 70.0, 80.0,
)  # fmt: skip
SOURCES = {
    "clearance": "ISO 273",
    "nut": "ISO 4032",
    "socket head": "ISO 4762",
    "countersunk": "ISO 10642",
    "screw length": "ISO 888",
    "insert": "common practice, no source",
    "bearing": "ISO 15",
    "tap drill": "d − P, common practice, no source",
}
