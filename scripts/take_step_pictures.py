"""Writes docs/steps.md: every step and outline with its fields and a picture made by the program.

Run through scripts/screenshots, which starts a workshop of its own.
"""

from __future__ import annotations

import json
import sys
import time
import urllib.request
from pathlib import Path

from core.formats.svg import outline_svg
from core.measures import evaluate, parse
from core.outlines import FORMS, SAYS, rectangle
from core.project.sentences import plain_sentence
from core.solids import Frame, Prism
from core.solids.prism import prism_body
from core.steps import OUTLINES, STEPS, Field, PartState
from core.steps.extrude import prism_feature
from core.views.report import FieldView, Piece
from scripts.step_samples import FISH, SAMPLES, document
from scripts.take_screenshots import wait_for
from tests.browser.chrome import chrome
from tests.browser.walker import Walker

HEAD = """# Steps and outlines

Every line of a build sheet is one of these steps. Lengths may be any expression; `place` names a
face of an earlier step. Made by `scripts/screenshots` from the program itself.

"""


def plain(text: str) -> float:
    """The value of a default such as ``40 mm`` or ``0-2 mm``, in mm."""
    return evaluate(parse(text), {}, "mm").value


def counts_when(field: Field) -> str:
    """When a field has a say, in words; empty where it always has."""
    told = [f"`{name}` is {' or '.join(values)}" for name, values in field.when]
    told += [f"`{name}` is not {values[0]}" for name, values in field.unless]
    return ", ".join(told)


def fields_table(fields: tuple[Field, ...]) -> str:
    """The fields of a kind as a Markdown table."""
    rows = ["| field | takes | what | if left alone | counts when |", "|---|---|---|---|---|"]
    for field in fields:
        what = field.label + (f": {', '.join(field.choices)}" if field.choices else "")
        alone = f"`{field.default}`" if field.default else ""
        rows.append(f"| `{field.name}` | {field.kind} | {what} | {alone} | {counts_when(field)} |")
    return "\n".join(rows)


def step_page(folder: Path, walker: Walker) -> str:
    """A section and a picture per kind of step."""
    text = "## Steps\n"
    for kind, sample in SAMPLES.items():
        body = json.dumps({"document": document(kind)}).encode()
        request = urllib.request.Request(
            walker.url + "/api/projects", body, {"Content-Type": "application/json"}
        )
        with urllib.request.urlopen(request) as answer:
            made = json.load(answer)
        bad = [f["message"] for f in made["report"]["findings"] if f["check"] == "build"]
        if bad:
            raise SystemExit(f"the sample for {kind} cannot be built: {bad}")
        walker.go(f"/p/{made['id']}")
        walker.drawn()
        time.sleep(0.5)
        picture = walker.one('[aria-label="stage"] canvas').screenshot_as_png
        name = kind.replace(" ", "-")
        (folder / f"{name}.png").write_bytes(picture)
        spec = STEPS[kind]
        lines = made["report"]["parts"][0]["steps"][len(sample) - 1]
        fields = [FieldView(**field) for field in lines["fields"]]
        read = plain_sentence([Piece(**piece) for piece in lines["sentence"]], fields)
        text += f"\n### {spec.title}\n\n*{read}*\n\n![{kind}](steps/{name}.png)\n\n"
        found = ", ".join(dict.fromkeys(word for way in spec.ways() for word in way.also))
        text += f"`{kind}`. Found by: {found}.\n\n{fields_table(spec.fields)}\n"
    return text


def outline_page(folder: Path) -> str:
    """A section and a drawing per kind of outline."""
    text = "\n## Moves\n\nOutlines and paths are drawn with these words, commas between them.\n\n"
    text += "| for example | what it does |\n|---|---|\n"
    text += "".join(f"| `{FORMS[word][1]}` | {about} |\n" for word, about in SAYS.items())
    text += "\n## Outlines\n"
    # something to follow, for the outline that follows an earlier step
    prism = Prism(Frame(), rectangle(40, 30, (6,)), 0, 5)
    base = prism_feature("base", prism)
    below = PartState("base", prism_body(prism, "base"), {"base": base})
    for kind in OUTLINES.values():
        numbers = {f.name: plain(f.default) for f in kind.fields if f.is_number}
        words = {f.name: f.default for f in kind.fields if not f.is_number}
        words |= {f.name: f.default.replace(" mm", "") for f in kind.fields if f.kind == "moves"}
        words |= {"drawing": FISH, "face": "base.top"}
        name = kind.kind.replace(" ", "-")
        (folder / f"{name}.svg").write_text(outline_svg(kind.made(numbers, words, below)))
        text += (
            "\n###"
            f" {kind.title}\n\n![{kind.kind}](steps/{name}.svg)\n\n{fields_table(kind.fields)}\n"
        )
    return text


def main(url: str, folder: Path) -> None:
    """Writes the page and its pictures."""
    wait_for(url)
    pictures = folder / "steps"
    pictures.mkdir(parents=True, exist_ok=True)
    driver = chrome(width=900, height=560, smooth=True)
    try:
        walker = Walker(driver, url, pictures)
        walker.go("/")
        driver.execute_script("localStorage.setItem('first-walk-done', 'yes')")
        steps = step_page(pictures, walker)
    finally:
        driver.quit()
    (folder / "steps.md").write_text(HEAD + steps + outline_page(pictures))
    print("steps.md")


if __name__ == "__main__":
    main(sys.argv[1], Path(sys.argv[2]))
