"""What is typed when a step or an outline begins: sizes that fit where it stands, and read well."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping

from core.errors import BuildError
from core.measures.display import plain
from core.project.faces import Room, free_face
from core.project.options import Surroundings, options_of
from core.project.schema import OutlineSpec
from core.steps import OUTLINES
from core.steps.field import MARK, Field, begun_by_inch, filled

FILLS = 0.8  # of the largest circle on a face, what a new outline takes up at most
GOES_IN = 0.5  # of the depth below a face, how far a new cut goes in at most
ROUND_MM = (1.0, 1.2, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0)
PLAIN_MM = re.compile(r"(\d+(?:\.\d+)?) mm")


def exact_size(mm: float, unit: str) -> str:
    """A size as it is, to a hundredth of a millimetre.

    >>> exact_size(8.6, "mm"), exact_size(12.7, "in")
    ('8.6 mm', '0.5 in')
    """
    return f"{plain(mm, 2)} mm" if unit == "mm" else f"{plain(mm / 25.4, 4)} in"


def round_size(mm: float, unit: str) -> str:
    """A size no larger than this that a maker might type: a round number of millimetres, or
    sixteenths of an inch.

    >>> round_size(17.3, "mm"), round_size(17.3, "in"), round_size(33, "in")
    ('15 mm', '5/8in', '1 1/4in')
    """
    if unit == "in":
        parts = max(math.floor(mm / 25.4 * 16 + 1e-9), 1)
        whole, over = divmod(parts, 16)
        shared = math.gcd(over, 16)
        fraction = f"{over // shared}/{16 // shared}" if over else ""
        return " ".join(str(one) for one in (whole or "", fraction) if one) + "in"
    scale = 10.0 ** math.floor(math.log10(max(mm, 0.1)))
    fits = [one * scale for one in ROUND_MM if one * scale <= mm + 1e-9]
    return f"{plain(fits[-1] if fits else scale)} mm"


def begun_fields(
    specs: tuple[Field, ...],
    sentence: object,
    sets: Mapping[str, str],
    around: Surroundings,
    room: Room | None,
    edge: str = "",
    on: str = "",
) -> dict[str, str]:
    """What a new step or outline has typed: what its way sets, and the sizes it speaks of."""
    words = filled(specs, sets)
    said = sentence(words) if callable(sentence) else str(sentence)
    named = set(MARK.findall(said))
    typed = begun_by_inch(specs, sets) if around.project.units == "in" else dict(sets)
    for spec in specs:
        default = spec.default_in(words)
        size = PLAIN_MM.fullmatch(default)
        if spec.kind == "faces" and spec.among == "whole" and spec.name not in typed:
            mouth = None if on else free_face(around.state)
            typed[spec.name] = on or (mouth.place if mouth else "")
        if spec.name in typed or spec.name not in named:
            continue
        if spec.kind == "edges" and edge:
            typed[spec.name] = edge
        elif spec.kind in ("part", "drawing") and not default:
            found = options_of(spec, around)
            if found:
                typed[spec.name] = found[-1].value
        elif size and spec.kind == "length":
            typed[spec.name] = _sized(float(size[1]), spec, words, around, room)
    return typed


def _sized(
    mm: float, spec: Field, words: Mapping[str, str], around: Surroundings, room: Room | None
) -> str:
    """A default size made to fit the face it is used on, and to read well in the unit."""
    unit = around.project.units
    most = math.inf
    if room and spec.spans == "across":
        most = 2 * room.radius * FILLS
    elif room and spec.spans == "into" and spec.goes_in(words):
        most = room.deep * GOES_IN
    if mm <= most and unit == "mm":
        return f"{plain(mm)} mm"
    return round_size(min(mm, most), unit)


def begun_outline(
    kind: str, around: Surroundings, room: Room | None, face: str = ""
) -> OutlineSpec:
    """An outline with the sizes it speaks of, small enough for the face it is used on; one that
    follows a face follows that."""
    spec = OUTLINES.get(kind)
    if spec is None:
        raise BuildError(f"no outline is called '{kind}'", where="outline")
    typed = begun_fields(spec.fields, spec.sentence, {}, around, None)
    unit = around.project.units
    largest = max(
        (float(m[1]) for f in spec.fields if (m := PLAIN_MM.fullmatch(f.default))), default=0
    )
    most = 2 * room.radius * FILLS if room else math.inf
    if largest > most:
        for field in spec.fields:
            size = PLAIN_MM.fullmatch(field.default)
            if size and field.name in typed:
                typed[field.name] = round_size(float(size[1]) * most / largest, unit)
    for field in spec.fields:
        if field.kind == "face" and (face or (room and room.place)):
            typed[field.name] = face or (room.place if room else "")
        if field.kind == "moves":
            typed[field.name] = _moves_in(field.default, min(most, 40.0) / 40.0, unit)
    return OutlineSpec(kind=kind, fields=typed)


def _moves_in(text: str, scale: float, unit: str) -> str:
    """Moves of plain millimetres at another scale and unit; a mixed number stands in brackets, or
    its whole and its fraction would be two values."""

    def told(size: re.Match[str]) -> str:
        new = round_size(float(size[1]) * scale, unit)
        return f"({new})" if unit == "in" and " " in new else new

    return PLAIN_MM.sub(told, text)


def sizes_told(sizes: Mapping[str, float | str], unit: str) -> dict[str, str]:
    """Fields as they are typed: lengths in mm told in the unit, words as they are.

    >>> sizes_told({"at": 12.7, "where": "outside"}, "in")
    {'at': '0.5 in', 'where': 'outside'}
    """
    return {
        name: value if isinstance(value, str) else exact_size(value, unit)
        for name, value in sizes.items()
    }
