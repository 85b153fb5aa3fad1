"""Sizes of hardware that is bought by the inch: inches, as they are printed. Values from memory of
the publication named beside each."""

from __future__ import annotations

INCH_MM = 25.4
Rows = dict[str, tuple[float, ...]]

# ASME B18.2.8: close, normal, loose
CLEARANCE: Rows = {
    "#4-40": (0.120, 0.128, 0.144), "#6-32": (0.154, 0.170, 0.185), "#8-32": (0.180, 0.196, 0.213),
    "#10-24": (0.206, 0.221, 0.238), "#10-32": (0.206, 0.221, 0.238),
    "1/4-20": (0.266, 0.281, 0.297), "5/16-18": (0.328, 0.344, 0.359),
    "3/8-16": (0.391, 0.406, 0.422),
}  # fmt: skip
# ASME B18.6.3 to #10, ASME B18.2.2 above: across flats, greatest height
HEX_NUTS: Rows = {
    "#4-40": (0.250, 0.098), "#6-32": (0.3125, 0.114), "#8-32": (0.34375, 0.130),
    "#10-24": (0.375, 0.130), "#10-32": (0.375, 0.130), "1/4-20": (0.4375, 0.226),
    "5/16-18": (0.500, 0.273), "3/8-16": (0.5625, 0.337),
}  # fmt: skip
# ASME B18.3, socket head cap screws: greatest head diameter and height
SOCKET_HEADS: Rows = {
    "#4-40": (0.183, 0.112), "#6-32": (0.226, 0.138), "#8-32": (0.270, 0.164),
    "#10-24": (0.312, 0.190), "#10-32": (0.312, 0.190), "1/4-20": (0.375, 0.250),
    "5/16-18": (0.469, 0.312), "3/8-16": (0.562, 0.375),
}  # fmt: skip
# ASME B18.3, flat countersunk head cap screws: theoretical head at 82°, and its height
COUNTERSUNK: Rows = {
    "#4-40": (0.255, 0.083), "#6-32": (0.307, 0.097), "#8-32": (0.359, 0.112),
    "#10-24": (0.411, 0.127), "#10-32": (0.411, 0.127), "1/4-20": (0.531, 0.161),
    "5/16-18": (0.656, 0.198), "3/8-16": (0.781, 0.234),
}  # fmt: skip
CONE_DEG = 82.0
# common practice, no source: makers of inserts sell these in the holes of M3, M4, M5, M6 and M8;
# for #6 they differ too much for one to be named
INSERTS: Rows = {
    "#4-40": (0.157, 0.226), "#8-32": (0.221, 0.321), "#10-24": (0.252, 0.375),
    "#10-32": (0.252, 0.375), "1/4-20": (0.315, 0.500), "5/16-18": (0.382, 0.500),
}  # fmt: skip
# ASME B18.3, those to be preferred, as they are asked for
SCREW_LENGTHS: dict[str, float] = {
    "3/16": 0.1875, "1/4": 0.25, "5/16": 0.3125, "3/8": 0.375, "1/2": 0.5, "5/8": 0.625,
    "3/4": 0.75, "7/8": 0.875, "1": 1.0, "1 1/4": 1.25, "1 1/2": 1.5, "1 3/4": 1.75, "2": 2.0,
    "2 1/4": 2.25, "2 1/2": 2.5, "2 3/4": 2.75, "3": 3.0,
}  # fmt: skip
# what is nearest to a metric size
INSTEAD_OF = (
    ("M3", "#4-40"), ("M4", "#8-32"), ("M5", "#10-24"), ("M6", "1/4-20"), ("M8", "5/16-18"),
)  # fmt: skip
SOURCES = {
    "clearance": "ASME B18.2.8",
    "nut": "ASME B18.6.3, B18.2.2",
    "socket head": "ASME B18.3",
    "countersunk": "ASME B18.3",
    "screw length": "ASME B18.3",
}
