"""Pages to read: one for every step, fit and check, saying what the declaration says."""

from __future__ import annotations

from pathlib import Path

import pytest

from core.errors import BuildError
from core.report.pages import page_names, page_of
from core.steps import OUTLINES, STEPS
from scripts import write_document_page
from scripts.take_step_pictures import outline_page

DOCS = Path(__file__).resolve().parents[2] / "docs"
NAMES = [(one.room, one.kind) for one in page_names()]


@pytest.mark.parametrize(("room", "kind"), NAMES)
def test_a_page_says_something_and_its_picture_is_there(room: str, kind: str) -> None:
    page = page_of(room, kind)
    assert len(page.about) > 20 and page.title
    if page.picture:
        assert (DOCS / page.picture.removeprefix("/help/")).exists()
    if room == "checks":
        assert page.told or page.about
    else:
        assert page.rows and page.found_by


def test_every_field_has_its_row() -> None:
    for kind in (kind for room, kind in NAMES if room == "steps"):
        assert [row.what for row in page_of("steps", kind).rows] == [
            field.label for field in STEPS[kind].fields
        ]


def test_each_thing_has_one_page() -> None:
    assert len(NAMES) == len(set(NAMES))
    assert {room for room, _ in NAMES} == {"steps", "fits", "checks"}


@pytest.mark.parametrize(("room", "kind"), [("steps", "none"), ("cellar", "hole"), ("checks", "")])
def test_a_page_that_is_not_there_is_refused(room: str, kind: str) -> None:
    with pytest.raises(BuildError, match="no such page"):
        page_of(room, kind)


def test_the_page_on_documents_is_as_the_schema_says() -> None:
    written = write_document_page.PAGE.read_text()
    assert written == write_document_page.page(), "run: python -m scripts.write_document_page"


def test_it_tells_every_object_and_every_key() -> None:
    told = write_document_page.page()
    for model in write_document_page.models():
        _, _, own = told.partition(f"## {model.__name__}\n")
        own = own.partition("\n## ")[0]
        assert len(own.split("\n|")[0].strip()) > 10, model  # what it is
        for name in model.model_fields:
            assert f"| `{name}` |" in own, f"{model.__name__}.{name}"


def test_outlines_are_drawn_and_told_as_they_are(tmp_path: Path) -> None:
    told = outline_page(tmp_path)
    assert told in (DOCS / "steps.md").read_text(), "run: scripts/screenshots steps"
    for kind in OUTLINES:
        drawn = (tmp_path / f"{kind.replace(' ', '-')}.svg").read_text()
        assert drawn == (DOCS / "steps" / f"{kind.replace(' ', '-')}.svg").read_text(), kind
