"""Bought hardware by name: screws, nuts, inserts and bearings, each table with its source.

Map
    tables      the sizes, one table a standard
    inch_tables those that are sold by the inch
    lookup      a name to its sizes; refuses what is not listed with the nearest that is
    purchase    what is bought for a design, as it is asked for in a shop

All values from memory of the standard named beside each table. Lengths in mm.
"""

from core.hardware.lookup import (
    a_screw,
    bearing,
    clearance_hole,
    countersunk_head,
    hex_nut,
    insert,
    is_inch,
    screw_diameter,
    screw_lengths,
    socket_head,
    source,
    spoken_sizes,
    tap_drill,
)
from core.hardware.purchase import Purchase, Takes
from core.hardware.tables import Bearing, Head, HexNut, Insert

__all__ = [
    "Bearing",
    "Head",
    "HexNut",
    "Insert",
    "Purchase",
    "Takes",
    "a_screw",
    "bearing",
    "clearance_hole",
    "countersunk_head",
    "hex_nut",
    "insert",
    "is_inch",
    "screw_diameter",
    "screw_lengths",
    "socket_head",
    "source",
    "spoken_sizes",
    "tap_drill",
]
