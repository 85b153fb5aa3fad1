"""The screens know no kind and no field by its name: what they draw, the core declares."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from core.fits import FITS
from core.project.fields import MORE_FIELDS, STATION_FIELDS
from core.project.placing import PLACE_FIELDS
from core.steps import OUTLINES, STEPS

SRC = Path(__file__).resolve().parents[2] / "web/src"
FILES = [
    path
    for path in sorted([*SRC.rglob("*.ts"), *SRC.rglob("*.svelte")])
    if path.name != "schema.ts" and ".test." not in path.name
]
KINDS = {*STEPS, *OUTLINES, *FITS}
FIELDS = {
    spec.name
    for group in (*STEPS.values(), *OUTLINES.values(), *FITS.values())
    for spec in group.fields
} | {spec.name for spec in (*PLACE_FIELDS, *STATION_FIELDS, *MORE_FIELDS)}
# a comparison with a kind or a name, a look-up by one, or a list of them
COMPARED = re.compile(
    r"""(?:\.(?:kind|name)\s*[!=]==?\s*|\bget\(\s*|\.fields\[\s*)["'`]([\w. -]+)["'`]"""
)
LISTED = re.compile(r"""\[([^\]]*)\]\s*(?:as const)?\)?\.includes\([^)]*\.(?:kind|name)\b""")
PATHED = re.compile(r"""\.(?:fields|place|place_a|place_b)\.([a-z]\w*)`""")
# kinds of field, which the screen does draw by; and the words of whole documents
TAKES = {"fixed", "drawing", "moves", "edges", "text", "faces", "part", "fit", "number"}


@pytest.mark.parametrize("path", FILES, ids=lambda path: str(path.relative_to(SRC)))
def test_no_kind_and_no_field_is_known_by_name(path: Path) -> None:
    source = path.read_text()
    compared = set(COMPARED.findall(source)) - TAKES
    assert not compared & KINDS
    assert not {name for name in compared if name.rpartition(".")[2] in FIELDS - {"fit", "name"}}
    for listed in LISTED.findall(source):
        words = set(re.findall(r"""["']([^"']+)["']""", listed)) - TAKES
        assert not words & (KINDS | FIELDS), listed
    assert not set(PATHED.findall(source)) & FIELDS
    # names of kinds that mean nothing else stand nowhere at all
    quoted = set(re.findall(r"""["'`]([a-z]+(?: [a-z]+)+)["'`]""", source))
    assert not quoted & KINDS


def test_the_rules_above_find_what_they_are_after() -> None:
    assert COMPARED.findall('if (fit.kind === "slip lid")') == ["slip lid"]
    assert COMPARED.findall('field.name === "place.on"') == ["place.on"]
    assert LISTED.findall('["bearing seat", "strap clamp"].includes(chosen.kind)')
    assert PATHED.findall("`fits.${fit.name}.fields.path`") == ["path"]
