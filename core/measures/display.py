"""Numbers as people read them. The screen and the workings share these."""

from __future__ import annotations

import re

from core.measures.units import ANGLE, LENGTH, NUMBER, UNITS, LengthUnit, Quantity

_STANDS_OUT_MM = 0.008  # of a fine solid's facets, on both sides


def plain(value: float, digits: int = 3) -> str:
    """A number without trailing noughts.

    >>> plain(1.10), plain(28.575), plain(-0.0)
    ('1.1', '28.575', '0')
    """
    text = f"{value:.{digits}f}".rstrip("0").rstrip(".") if digits else f"{value:.0f}"
    return "0" if text in ("-0", "") else text


def length_text(mm: float, unit: LengthUnit = "mm", with_unit: bool = True) -> str:
    """A length in the project's unit: three decimals metric, four in inches.

    >>> length_text(12.7), length_text(12.7, "in"), length_text(12.7, with_unit=False)
    ('12.7 mm', '0.5 in', '12.7')
    """
    value = mm / UNITS[unit][1]
    digits = 3 if unit in ("mm", "cm") else 4
    return plain(value, digits) + (f" {unit}" if with_unit else "")


def extent_text(mm: float, unit: LengthUnit = "mm", with_unit: bool = True) -> str:
    """A size measured from corner to corner of a solid's facets, which stand out by up to some
    hundredths where it is round: to a hundredth of a millimetre, or to the twentieth that it is
    beside; in inches to a thousandth.

    >>> extent_text(30.006), extent_text(16.867), extent_text(7.37), extent_text(3.1755, "in")
    ('30 mm', '16.87 mm', '7.37 mm', '0.125 in')
    """
    if unit == "in":
        return plain(mm / UNITS[unit][1], 3) + (" in" if with_unit else "")
    near = round(mm / 0.05) * 0.05
    told = near if abs(mm - near) < _STANDS_OUT_MM else mm
    return plain(told / UNITS[unit][1], 2 if unit == "mm" else 3) + (
        f" {unit}" if with_unit else ""
    )


def quantity_text(quantity: Quantity, unit: LengthUnit = "mm") -> str:
    """Any quantity with its unit.

    >>> from core.measures.units import angle, length
    >>> quantity_text(angle(45)), quantity_text(length(2.5), "in")
    ('45°', '0.0984 in')
    """
    if quantity.dimension == NUMBER:
        return plain(quantity.value, 4)
    if quantity.dimension == ANGLE:
        return plain(quantity.value, 3) + "°"
    if quantity.dimension == LENGTH:
        return length_text(quantity.value, unit)
    power = quantity.dimension.length
    scaled = quantity.value / UNITS[unit][1] ** power
    return f"{plain(scaled)} {unit}{ {2: '²', 3: '³'}.get(power, f'^{power}') }"


# Exact by definition: a US gallon is 231 cubic inches, a fluid ounce a hundred and twenty-eighth of
# it.
FLUID_OUNCE_MM3 = 231 / 128 * 25.4**3


def capacity_text(mm3: float, unit: LengthUnit = "mm") -> tuple[str, str]:
    """What a hollow holds, and its unit: millilitres, or US fluid ounces beside inches.

    >>> capacity_text(100_000), capacity_text(29573.5295625, "in")
    (('100.0', 'ml'), ('1.00', 'US fl oz'))
    """
    if unit in ("in", "ft"):
        return f"{mm3 / FLUID_OUNCE_MM3:.2f}", "US fl oz"
    return f"{mm3 / 1000:.1f}", "ml"


def volume_text(mm3: float, unit: LengthUnit = "mm", digits: int = 2) -> tuple[str, str]:
    """A volume of plastic, and its unit: cubic centimetres to so many digits, or cubic inches.

    >>> volume_text(12_345.0), volume_text(16_387.064, "in")
    (('12.35', 'cm³'), ('1.000', 'in³'))
    """
    if unit in ("in", "ft"):
        return f"{mm3 / 25.4**3:.3f}", "in³"
    return f"{mm3 / 1000:.{digits}f}", "cm³"


def told_value(value: float, kind: str, unit: LengthUnit = "mm") -> str:
    """A value of a field with its unit: ``kind`` is length, angle, number or count.

    >>> told_value(12.7, "length", "in"), told_value(45.0, "angle")
    ('0.5 in', '45°')
    """
    if kind == "length":
        return length_text(value, unit)
    return plain(value) + ("°" if kind == "angle" else "")


_MILLIMETRES = re.compile(r"(?<![\w.'])(-?\d+(?:\.\d+)?)((?: × -?\d+(?:\.\d+)?)*) mm(?![\w²³])")


_POWERS = re.compile(r"(?<![\w.'])(\d+(?:\.\d+)?) mm([²³])")


def in_unit(words: str, unit: LengthUnit) -> str:
    """Words with every length in them in the project's unit.

    What was typed stands between quotes and stays as it was typed.

    >>> in_unit("a 12.7 mm wall does not fit 25.4 × 50.8 mm; '3 mm' was typed", "in")
    "a 0.5 in wall does not fit 1 × 2 in; '3 mm' was typed"
    >>> in_unit("645.16 mm² stands out", "in")
    '1 in² stands out'
    """
    if unit == "mm":
        return words

    def told(found: re.Match[str]) -> str:
        sizes = [found[1], *found[2].split(" × ")[1:]]
        return " × ".join(length_text(float(size), unit, False) for size in sizes) + f" {unit}"

    def told_power(found: re.Match[str]) -> str:
        power = {"²": 2, "³": 3}[found[2]]
        return f"{plain(float(found[1]) / 25.4**power, 4)} {unit}{found[2]}"

    return _POWERS.sub(told_power, _MILLIMETRES.sub(told, words))


def nearest_64th(mm: float) -> tuple[str, float]:
    """The nearest sixty-fourth of an inch, and how far off it is in millimetres.

    >>> nearest_64th(31.75)
    ('1 1/4 in', 0.0)
    """
    parts = round(mm / 25.4 * 64)
    error = mm - parts * 25.4 / 64
    sign, parts = ("-", -parts) if parts < 0 else ("", parts)
    whole, rest = divmod(parts, 64)
    if rest == 0:
        text = f"{whole}"
    else:
        below = 64
        while rest % 2 == 0:
            rest, below = rest // 2, below // 2
        text = f"{whole} {rest}/{below}" if whole else f"{rest}/{below}"
    return f"{sign}{text} in", 0.0 if abs(error) < 1e-9 else error
