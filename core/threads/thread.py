"""A screw thread: its diameters, pitch, flanks and lead."""

from __future__ import annotations

import math
from dataclasses import dataclass

from core.threads.series import crest_clearance


@dataclass(frozen=True, slots=True)
class Thread:
    """Basic sizes of a thread in mm; angles in degrees.

    ``minor_internal`` is the bore of the nut (D1), ``minor_external`` the root of the bolt (d3),
    ``major_internal`` the root of the nut (D or D4). ``pitch`` runs from one ridge to the next;
    the lead is that times the starts.
    """

    name: str
    major: float
    pitch: float
    pitch_diameter: float
    minor_internal: float
    minor_external: float
    major_internal: float
    half_angle_deg: float
    source: str
    starts: int = 1
    left_hand: bool = False

    @property
    def tap_drill(self) -> float:
        """The hole drilled before tapping: d − P for a 60° thread (common practice, no source),
        the nut's own bore for any other form.

        >>> from core.threads import read_thread
        >>> read_thread("M12x1.5").tap_drill, read_thread("print 24x4").tap_drill
        (10.5, 22.0)
        """
        return self.major - self.pitch if self.half_angle_deg == 30 else self.minor_internal

    @property
    def lead(self) -> float:
        """How far one turn screws in, mm."""
        return self.pitch * self.starts

    @property
    def lead_angle_deg(self) -> float:
        """The slope of the helix at the pitch diameter."""
        return math.degrees(math.atan2(self.lead, math.pi * self.pitch_diameter))

    def normal_of_axial(self, axial_mm: float) -> float:
        """The gap square to the flank that an axial shift opens, mm.

        The flank falls by tan(half angle) along the radius and by tan(lead angle) round the
        axis; its normal leans by both.
        """
        return axial_mm / self._lean

    def axial_of_normal(self, normal_mm: float) -> float:
        """The axial shift that opens a gap square to the flank, mm."""
        return normal_mm * self._lean

    def normal_of_radial(self, radial_mm: float) -> float:
        """The gap square to the flank that a radial offset opens: r·sin(half angle)·cos(lead).

        >>> from core.threads import read_thread
        >>> round(read_thread("M20").normal_of_radial(0.20), 4)
        0.0999
        """
        return self.normal_of_axial(radial_mm * math.tan(math.radians(self.half_angle_deg)))

    @property
    def _lean(self) -> float:
        flank = math.tan(math.radians(self.half_angle_deg))
        slope = math.tan(math.radians(self.lead_angle_deg))
        return math.sqrt(1 + flank**2 + slope**2)


def metric(name: str, major: float, pitch: float, source: str = "ISO 68-1, ISO 724") -> Thread:
    """A 60° thread by ISO 68-1: H = √3/2·P, d2 = d − 0.75 H, D1 = d − 1.25 H, d3 = d − 17/12 H.

    >>> t = metric("M6", 6, 1)
    >>> round(t.pitch_diameter, 3), round(t.minor_internal, 3), round(t.minor_external, 3)
    (5.35, 4.917, 4.773)
    """
    h = math.sqrt(3) / 2 * pitch
    return Thread(
        name, major, pitch, major - 0.75 * h, major - 1.25 * h, major - 17 / 12 * h, major, 30.0,
        source,
    )  # fmt: skip


def trapezoidal(name: str, major: float, pitch: float) -> Thread:
    """A 30° trapezoidal thread by ISO 2904: d2 = d − P/2, D1 = d − P, d3 = d − P − 2 a_c.

    >>> t = trapezoidal("Tr20x4", 20, 4)
    >>> t.pitch_diameter, t.minor_internal, t.minor_external
    (18.0, 16, 15.5)
    """
    clear = crest_clearance(pitch)
    return Thread(
        name, major, pitch, major - pitch / 2, major - pitch, major - pitch - 2 * clear,
        major + 2 * clear, 15.0, "ISO 2904",
    )  # fmt: skip


def print_friendly(name: str, major: float, pitch: float) -> Thread:
    """Our own form for upright printing: 45° flanks, flats of P/4, depth P/4.

    >>> t = print_friendly("print 24x4", 24, 4)
    >>> t.pitch_diameter, t.minor_internal
    (23.0, 22.0)
    """
    minor = major - pitch / 2
    return Thread(
        name, major, pitch, major - pitch / 4, minor, minor, major, 45.0, "its own geometry"
    )


def custom(name: str, major: float, pitch: float, angle_deg: float, depth: float) -> Thread:
    """Any symmetric form: included flank angle and depth of the ridge.

    >>> custom("own", 20, 3, 60, 1.5).minor_internal
    17.0
    """
    minor = major - 2 * depth
    return Thread(name, major, pitch, major - depth, minor, minor, major, angle_deg / 2, "as given")
