"""What a thread's name means; refuses what is not in the tables, with the nearest that are."""

from __future__ import annotations

import re
from dataclasses import replace
from fractions import Fraction

from core.errors import BuildError
from core.threads.series import METRIC_COARSE, METRIC_FINE, TRAPEZOIDAL, UNC, UNF
from core.threads.thread import Thread, custom, metric, print_friendly, trapezoidal

_NUMBER = r"(\d+(?:\.\d+)?)"
_METRIC = re.compile(rf"^M\s*{_NUMBER}(?:\s*[x×]\s*{_NUMBER})?$", re.I)
_TRAPEZOIDAL = re.compile(rf"^Tr\s*{_NUMBER}\s*[x×]\s*{_NUMBER}$", re.I)
_PRINT = re.compile(rf"^print\s*{_NUMBER}\s*[x×]\s*{_NUMBER}$", re.I)
_CUSTOM = re.compile(
    rf"^custom\s*{_NUMBER}\s*[x×]\s*{_NUMBER}(?:\s+{_NUMBER}\s*(?:deg|°))?(?:\s+deep\s+{_NUMBER})?$",
    re.I,
)
_INCH = re.compile(
    r"^(#\d+|\d+(?:\s+\d+/\d+)?|\d+/\d+)\s*-\s*(\d+(?:\.\d+)?)(?:\s*(UNC|UNF|UN))?$", re.I
)
MM = 25.4


def read_thread(text: str, starts: int = 1, left_hand: bool = False) -> Thread:
    """The thread a designation stands for.

    Raises:
        BuildError: not in the tables or not readable; offers the nearest.

    >>> read_thread("M12x1.5").minor_internal.__round__(3)
    10.376
    """
    if not 1 <= starts <= 4:
        raise BuildError(f"a thread of {starts} starts", remedy="1 to 4 starts")
    wanted = " ".join(text.split())
    for pattern, make in _FORMS:
        match = pattern.match(wanted)
        if match:
            thread = make(wanted, *match.groups())
            return replace(thread, starts=starts, left_hand=left_hand)
    raise BuildError(
        f"'{wanted}' is no thread",
        remedy=(
            "for example M12, M12x1.5, 1/4-20 UNC, Tr20x4, print 24x4, custom 20x3 60 deg deep 1.5"
        ),
    )


def _metric(name: str, size: str, pitch: str | None) -> Thread:
    major = float(size)
    pitches = [METRIC_COARSE[major]] if major in METRIC_COARSE else []
    pitches += METRIC_FINE.get(major, ())
    if not pitches:
        near = sorted(METRIC_COARSE, key=lambda d: abs(d - major))[:2]
        raise _unlisted(name, [f"M{d:g}" for d in sorted(near)])
    if pitch is None:
        return metric(f"M{major:g}", major, pitches[0])
    if float(pitch) not in pitches:
        raise _unlisted(name, [f"M{major:g}x{p:g}" for p in _nearest(pitches, float(pitch))])
    return metric(f"M{major:g}x{float(pitch):g}", major, float(pitch))


def _trapezoidal(name: str, size: str, pitch: str) -> Thread:
    major = float(size)
    if major not in TRAPEZOIDAL:
        near = sorted(TRAPEZOIDAL, key=lambda d: abs(d - major))[:2]
        raise _unlisted(name, [f"Tr{d:g}x{TRAPEZOIDAL[d][0]:g}" for d in sorted(near)])
    pitches = TRAPEZOIDAL[major]
    if float(pitch) not in pitches:
        raise _unlisted(name, [f"Tr{major:g}x{p:g}" for p in _nearest(pitches, float(pitch))])
    return trapezoidal(f"Tr{major:g}x{float(pitch):g}", major, float(pitch))


def _inch(name: str, size: str, per_inch: str, series: str | None) -> Thread:
    size, tpi = " ".join(size.split()), float(per_inch)
    listed = {s: table[size] for s, table in (("UNC", UNC), ("UNF", UNF)) if size in table}
    for found, (inches, threads) in listed.items():
        if threads == tpi and (series or found).upper() in (found, "UN"):
            return metric(f"{size}-{tpi:g} {found}", inches * MM, MM / tpi, "ASME B1.1")
    if listed:
        raise _unlisted(name, [f"{size}-{n:g} {s}" for s, (_, n) in listed.items()])
    try:
        inches = float(sum(Fraction(piece) for piece in size.lstrip("#").split()))
    except (ValueError, ZeroDivisionError):
        inches = 0.25
    near = sorted(UNC, key=lambda s: abs(UNC[s][0] - inches))[:2]
    raise _unlisted(name, [f"{s}-{UNC[s][1]:g} UNC" for s in near])


def _print(name: str, size: str, pitch: str) -> Thread:
    _sound(name, float(size), float(pitch), float(pitch) / 4)
    return print_friendly(name, float(size), float(pitch))


def _custom(name: str, size: str, pitch: str, angle: str | None, depth: str | None) -> Thread:
    major, step = float(size), float(pitch)
    angle_deg = float(angle or 60)
    deep = float(depth) if depth else 0.5 * step
    if not 0 <= angle_deg <= 120:
        raise BuildError(f"flanks of {angle_deg:g}°", remedy="0 to 120 degrees between them")
    _sound(name, major, step, deep)
    return custom(name, major, step, angle_deg, deep)


def _sound(name: str, major: float, pitch: float, depth: float) -> None:
    if pitch <= 0 or major <= 0 or 2 * depth >= major:
        raise BuildError(f"'{name}' leaves no core", remedy="a larger diameter or a finer pitch")


def _nearest(pitches: list[float] | tuple[float, ...], wanted: float) -> list[float]:
    return sorted(pitches, key=lambda p: abs(p - wanted))[:3]


def _unlisted(name: str, near: list[str]) -> BuildError:
    return BuildError(f"'{name}' is not in the tables", remedy="nearest: " + ", ".join(near))


_FORMS = (
    (_METRIC, _metric),
    (_TRAPEZOIDAL, _trapezoidal),
    (_PRINT, _print),
    (_CUSTOM, _custom),
    (_INCH, _inch),
)
