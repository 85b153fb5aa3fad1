"""Every field of every step, outline and fit has its control on the screen and takes what is
said.
"""

from __future__ import annotations

import json
import re
import urllib.request
from collections.abc import Hashable, Iterable
from typing import Any

import pytest
from selenium.webdriver.common.keys import Keys

from core.fits import FITS
from core.project.beginning_fits import begin_fit
from core.project.document import from_data
from core.project.placing import place_fields
from core.project.schema import Place
from core.project.solve import solve
from core.steps import OUTLINES, STEPS, Field
from core.steps.field import applies, filled
from scripts.step_samples import FISH, SAMPLES, block, document, step
from tests.browser.making import empty_page, kept, path
from tests.browser.walker import Walker
from tests.covering import covering, drawn_as

# types into every text control at once, as a maker would one after the other
TYPE_ALL = """
for (const [path, text] of Object.entries(arguments[0])) {
  const field = document.querySelector(`:is(input, textarea)[data-path="${CSS.escape(path)}"]`);
  if (!field) return path;
  field.focus();
  field.value = text;
  field.dispatchEvent(new Event("input", {bubbles: true}));
  field.dispatchEvent(new KeyboardEvent("keydown", {key: "Enter", bubbles: true}));
  field.blur();
}
return "";
"""


def put(walker: Walker, data: dict[str, Any]) -> int:
    """Brings a document in; answers its id."""
    body = json.dumps({"document": data}).encode()
    request = urllib.request.Request(
        f"{walker.url}/api/projects", body, {"Content-Type": "application/json"}
    )
    with urllib.request.urlopen(request) as answer:
        return int(json.load(answer)["id"])


def drawn(fields: Iterable[Field]) -> set[Hashable]:
    """The ways in which a kind's fields are drawn."""
    return {way for one in fields for way in drawn_as(one)}


def at(data: Any, path: str) -> str:
    """The text a document holds at a screen's path."""
    keys = path.split(".")
    if keys[0] == "fits":
        owner = next(one for one in data["fits"] if one["name"] == keys[1])
        rest = keys[2:]
    else:
        part = next(one for one in data["parts"] if one["name"] == keys[1])
        owner = next(one for one in part["steps"] if one["id"] == keys[3])
        rest = keys[4:]
    for key in rest:
        owner = owner[int(key)] if isinstance(owner, list) else owner.get(key, "")
    return owner


class Said:
    """Says every field of a group, and remembers what the document should then hold.

    A list that stands in several kinds by one and the same declaration (a plane, a way of acting)
    is set once; elsewhere it has only to be there.
    """

    def __init__(
        self, walker: Walker, project: int, line: str, closed: str, seen: set[Field] | None = None
    ) -> None:
        self.seen = set() if seen is None else seen
        self.walker, self.project, self.line, self.closed = walker, project, line, closed
        self.wanted: dict[str, str] = {}

    def open(self) -> None:
        """Opens whatever clauses are still closed."""
        for button in self.walker.all(f'{self.line} [aria-label^="{self.closed}"]'):
            button.click()

    def group(self, path: str, fields: tuple[Field, ...], typed: dict[str, str]) -> None:
        waiting = [spec for spec in fields if spec.kind not in ("fixed", "from")]
        for _ in range(16):
            if not waiting:
                return
            words = filled(fields, typed)
            ready = [spec for spec in waiting if applies(spec, words)]
            if not ready:
                self._make_way(path, fields, typed, waiting[0])
                continue
            self._say_texts(path, [s for s in ready if not self._is_listed(s)], typed)
            for spec in ready:
                if self._is_listed(spec) and applies(spec, filled(fields, typed)):
                    self._choose_another(path, spec, typed)
                    waiting.remove(spec)
            waiting = [s for s in waiting if self._is_listed(s) or s not in ready]
        assert not waiting, [spec.name for spec in waiting]

    def _is_listed(self, spec: Field) -> bool:
        return spec.kind in (
            "choice",
            "place",
            "face",
            "step",
            "steps",
            "part",
            "drawing",
            "faces",
            "point",
        )

    def _make_way(self, path: str, fields, typed: dict[str, str], spec: Field) -> None:
        """Sets the fields that another waits for."""
        for name, values in spec.when:
            if filled(fields, typed)[name] not in values:
                owner = next(one for one in fields if one.name == name)
                self._take(f"{path}.{name}", owner, values[0], typed)
        for name, _ in spec.unless:
            owner = next(one for one in fields if one.name == name)
            if owner.is_number:
                self._say_texts(path, [owner], typed, "2")
            else:
                others = [c for c in owner.choices if (name, (c,)) not in spec.unless]
                self._take(f"{path}.{name}", owner, others[0], typed)

    def _say_texts(self, path: str, specs, typed: dict[str, str], value: str = "") -> None:
        texts = {}
        for spec in specs:
            if spec.kind == "edges":
                edges = typed.get(spec.name, "")
                texts[f"{path}.{spec.name}.0"] = "0.4"
                edge = edges.split(";")[0].split(":")[0].strip()
                own = [f"{edge}: 0.4", *(one.strip() for one in edges.split(";")[1:])]
                typed[spec.name] = "; ".join(own)
                texts_for = None
            elif spec.is_number:
                now = typed.get(spec.name, spec.default)
                texts_for = (
                    value or f"0 + ({now})" if "deg" not in now else now.replace(" deg", ".0 deg")
                )
            elif spec.kind == "moves":
                now = typed.get(spec.name, spec.default)
                texts_for = re.sub(r"\d+", lambda number: str(int(number[0]) + 1), now, count=1)
            else:
                texts_for = f"{typed.get(spec.name, spec.default)}9"
            if texts_for is not None:
                texts[f"{path}.{spec.name}"] = texts_for
                typed[spec.name] = texts_for.strip()
        self.open()
        self.walker.until(
            lambda: self.walker.driver.execute_script(TYPE_ALL, texts) == "",
            f"nothing on the screen takes one of {list(texts)}",
        )
        edges = {f"{path}.{spec.name}" for spec in specs if spec.kind == "edges"}
        told = {key: text for key, text in texts.items() if key.rpartition(".")[0] not in edges}
        told |= {f"{path}.{spec.name}": typed[spec.name] for spec in specs if spec.kind == "edges"}
        self.wanted |= {key: text.strip() for key, text in told.items()}
        self.walker.kept()

    def _choose_another(self, path: str, spec: Field, typed: dict[str, str]) -> None:
        now = typed.get(spec.name, spec.default)
        if spec in self.seen:
            self.open()
            self.walker.one(f'button[data-path="{path}.{spec.name}"]')
            return
        self.seen.add(spec)
        if spec.kind != "choice":
            self._point_elsewhere(f"{path}.{spec.name}", several=spec.kind in ("faces", "steps"))
            return
        other = next((c for c in spec.choices if c != now), None)
        if other is not None:
            self._take(f"{path}.{spec.name}", spec, other, typed)

    def _point_elsewhere(self, path: str, several: bool) -> None:
        """Takes another entry of a list of faces, steps, parts or drawings."""
        self.open()
        before = self.held(path)
        self.walker.click(f'button[data-path="{path}"]')
        entry = "[role=listbox] [role=option]"
        self.walker.until(lambda: self.walker.all(entry), f"{path} offers nothing")
        other = f'{entry}:not([aria-selected="true"])'
        others = self.walker.all(other)
        if others:
            self.walker.click(other)
        if several or not others:
            self.walker.keys(Keys.ESCAPE)
        self.walker.until(lambda: not self.walker.all("[role=listbox]"), "the list stays")
        if others:  # else it can be nothing else here
            self.walker.kept()
            assert self.held(path) != before, f"{path} stays at {before!r}"

    def held(self, path: str) -> str:
        return at(kept(self.project), path)

    def _take(self, path: str, spec: Field, value: str, typed: dict[str, str]) -> None:
        self.open()
        words = dict(zip(spec.choices, spec.told or spec.choices, strict=True))[value]
        self.walker.choose(f'button[data-path="{path}"]', words)
        typed[spec.name] = value
        self.wanted[path] = value

    def check(self) -> None:
        self.walker.kept()
        data = kept(self.project)
        assert {path: at(data, path) for path in self.wanted} == self.wanted


Case = tuple[str, str, tuple[Field, ...]]
# the control of a field is the same wherever it stands: each way is walked once, each place too
ALL: list[Case] = [
    *(("step", kind, STEPS[kind].fields) for kind in SAMPLES),
    *(("outline", kind, spec.fields) for kind, spec in OUTLINES.items()),
    *(("fit", kind, spec.fields) for kind, spec in FITS.items()),
]
CASES = covering(ALL, lambda one: drawn(one[2]) | {("of a", one[0])})


@pytest.fixture(scope="module")
def seen() -> set[Field]:
    """Lists that were set already."""
    return set()


@pytest.mark.parametrize("kind", [kind for place, kind, _ in CASES if place == "step"])
def test_every_field_of_a_step(bare_walker: Walker, kind: str, seen: set[Field]) -> None:
    data = document(kind)
    steps = data["parts"][0]["steps"]
    if len(steps) == 1:
        steps.insert(0, block())  # something to point at
    line = steps[-1]
    for spec in STEPS[kind].fields:
        if spec.kind == "edges":  # pressed on the stage in tests of their own
            line["fields"][spec.name] = "body.top | body.left"
    project = put(bare_walker, data)
    bare_walker.go(f"/p/{project}")
    bare_walker.kept()
    said = Said(bare_walker, project, f'[data-step="{line["id"]}"]', "more that can be set", seen)
    base = f"parts.part.steps.{line['id']}"
    said.group(f"{base}.fields", STEPS[kind].fields, dict(line["fields"]))
    if "place" in line:
        fields = place_fields(Place(**line["place"]), STEPS[kind].stands_by_its_piece)
        said.group(f"{base}.place", fields, dict(line["place"]))
    said.check()


@pytest.mark.parametrize("kind", [kind for place, kind, _ in CASES if place == "outline"])
def test_every_field_of_an_outline(bare_walker: Walker, kind: str) -> None:
    below = block("5")
    fields = {"drawing": "fish"} if kind == "traced" else {}
    raised = step("extrude", (kind, fields), on="body.top", height="3")
    data = {"format": "fair-hinge-project", "version": 2, "title": kind,
            "drawings": [{"name": "fish", "path": FISH}],
            "parts": [{"name": "part", "steps": [below, raised]}]}  # fmt: skip
    project = put(bare_walker, data)
    bare_walker.go(f"/p/{project}")
    bare_walker.kept()
    said = Said(bare_walker, project, '[data-step="extrude"]', "more that can be set")
    said.group("parts.part.steps.extrude.outline.fields", OUTLINES[kind].fields, dict(fields))
    said.check()


@pytest.mark.parametrize("kind", [kind for place, kind, _ in CASES if place == "fit"])
def test_every_field_of_a_fit(bare_walker: Walker, kind: str) -> None:
    hollow = {**step("shell", wall="4", floor="3"), "id": "hollow"}
    parts = [
        {"name": "first", "steps": [block("30"), hollow]},
        {"name": "second", "steps": [block("20")]},
    ]
    spec = FITS[kind]
    bare = from_data({"format": "fair-hinge-project", "version": 2, "title": kind, "parts": parts})
    second = "" if spec.makes_b else "second"
    made, name = begin_fit(solve(bare), kind, 0, ("first", second))
    data = made.model_dump(mode="json")
    project = put(bare_walker, data)
    bare_walker.go(f"/p/{project}/fit/{name}")
    bare_walker.kept()
    said = Said(bare_walker, project, "main", "more that can be set")
    said.group(f"fits.{name}.fields", spec.fields, dict(data["fits"][0]["fields"]))
    said.check()


def test_a_list_that_could_not_be_asked_for_says_so_and_is_asked_for_again(
    bare_walker: Walker,
) -> None:
    walker = bare_walker
    empty_page(walker)
    walker.step("plate")
    hole = walker.step("hole")
    walker.settled()
    walker.more(hole)
    walker.expect("ERR_BLOCKED_BY_CLIENT")
    walker.driver.execute_cdp_cmd("Network.enable", {})
    walker.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": ["*/api/options"]})
    across = f'button[data-path="{path(hole, "place.x_from")}"]'
    walker.click(across)
    walker.see("the workshop does not answer")
    walker.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": []})
    walker.keys(Keys.ESCAPE)
    walker.until(lambda: not walker.all("[role=listbox]"), "the list stays open")
    walker.choose(across, "from the left edge")
    walker.built()
