"""One small part for every kind of step, to be pictured in the documentation."""

from __future__ import annotations

from copy import deepcopy
from typing import Any

Steps = list[dict[str, Any]]


def step(kind: str, outline: Any = None, on: Any = None, **fields: str) -> dict[str, Any]:
    """A step as the document holds it, named by its kind."""
    made: dict[str, Any] = {"id": kind.replace(" ", "_"), "kind": kind, "fields": fields}
    if outline:
        made["outline"] = {"kind": outline[0], "fields": outline[1]}
    if on:
        made["place"] = {"on": on} if isinstance(on, str) else on
    return made


def block(height: str = "14", corners: str = "4") -> dict[str, Any]:
    outline = ("rectangle", {"width": "50", "depth": "36", "corners": corners})
    return {**step("extrude", outline, height=height), "id": "body"}


ROD = {**step("extrude", ("circle", {"diameter": "30"}), height="34"), "id": "rod"}
CUP = {**step("shell", wall="6", floor="3"), "id": "hollow"}
HOLE = {
    **step("hole", on={"on": "body.top", "x": "0-17", "y": "0-10"}, diameter="5"),
    "id": "drilled",
}
LOFT = {
    **step("loft", ("circle", {"diameter": "40"}), start="tangent"),
    "stations": [
        {
            "outline": {
                "kind": "rectangle",
                "fields": {"width": "24", "depth": "24", "corners": "3"},
            },
            "up": "34",
        }
    ],
}
MITRED = ("Z section", {"width": "10", "height": "14", "thickness": "3", "corners": "0"})
HALF = ("moves", {"moves": "right 18, up 12, round 5, to 7 22, round 4, up 14, left 7, close"})

SAMPLES: dict[str, Steps] = {
    "extrude": [
        step(
            "extrude",
            ("pillow", {"width": "40", "depth": "30", "corners": "7", "bulge": "3"}),
            height="16",
            draft="6 deg",
        )
    ],
    "revolve": [step("revolve", HALF, angle="270 deg")],
    "loft": [LOFT],
    "sweep": [step("sweep", MITRED, path="up 40, right 50, down 40")],
    "text": [block("5"), step("text", on="body.top", text="LOCK 9", height="8", depth="1.2")],
    "wrap": [ROD, step("wrap", ("rectangle", {"width": "70", "depth": "6"}), depth="2", up="17")],
    "boss": [
        block("6"),
        step("boss", on="body.top", diameter="12", height="14", foot="4", bore="5"),
    ],
    "ledge": [block("20"), CUP, step("ledge", inwards="3", down="6")],
    "rib": [
        block("4"),
        step("rib", on="body.top", from_x="0-18", from_y="0-10", to_x="18", to_y="10"),
    ],
    "flats": [ROD, step("flats", on="rod.top", across="22", depth="12")],
    "knurl": [ROD, step("knurl", on="rod.top", pattern="diamond", long="24", start="4")],
    "hole": [
        block(),
        step("hole", on="body.top", form="counterbored", diameter="8", head="18", head_depth="5"),
    ],
    "hollow": [
        {
            **step(
                "extrude",
                ("rectangle", {"width": "40", "depth": "30", "corners": "6"}),
                height="16",
                draft="0-8 deg",
            ),
            "id": "low",
        },
        {
            **step(
                "extrude",
                ("rectangle", {"width": "52", "depth": "42", "corners": "8"}),
                on="low.top",
                height="12",
                draft="0-8 deg",
            ),
            "id": "high",
        },
        step("hollow", wall="1.6", open="high.top"),
    ],
    "shell": [block("22"), step("shell", wall="2.4", floor="2")],
    "fillet": [block(), step("fillet", size="5", where="top rim")],
    "chamfer": [block(), step("chamfer", size="4", where="top rim")],
    "row": [block("6"), HOLE, step("row", count="4", spacing="11")],
    "round": [
        {
            **ROD,
            "outline": {"kind": "circle", "fields": {"diameter": "50"}},
            "fields": {"height": "6"},
        },
        {**step("hole", on={"on": "rod.top", "x": "17"}, diameter="7"), "id": "drilled"},
        step("round", count="7"),
    ],
    "along": [
        block("6"),
        step("hole", on={"on": "body.top", "y": "0-14"}, diameter="3"),
        step("along", line="the outline of a step", by="0-4", count="14"),
    ],
    "grid": [block("6"), HOLE, step("grid", columns="4", rows="3", across="11", back="10")],
    "rings": [
        {**ROD, "outline": {"kind": "ring", "fields": {"outside": "34", "inside": "29"}}},
        {
            **step(
                "hole",
                on={"on": "rod.side", "y": "0-14"},
                diameter="4",
                reach="to depth",
                depth="5",
            ),
            "id": "h",
        },
        step("rings", count="12", rings="4", spacing="7", stagger="staggered"),
    ],
    "fill": [
        block("4"),
        {**step("hole", on="body.top", diameter="3"), "id": "drilled"},
        step("fill", on="body.top", spacing="6", margin="4"),
    ],
    "mirror": [
        block("6"),
        {**step("boss", on={"on": "body.top", "x": "15"}, diameter="9", height="12"), "id": "post"},
        step("mirror"),
    ],
    "move": [block(), step("move", turn="35 deg", about="back", z="20")],
    "piece": [step("piece", part="other")],
    "split": [block("20"), CUP, step("split", facing="right", at="6")],
    "thread": [
        {
            **ROD,
            "outline": {"kind": "circle", "fields": {"diameter": "24"}},
            "fields": {"height": "36"},
        },
        step(
            "thread", on="rod.top", designation="print 24x5", long="24", lead_in="1.2", run_out="3"
        ),
    ],
    "screw hole": [block("10"), step("screw hole", on="body.top", size="M6", head="countersunk")],
    "nut trap": [block("12"), step("nut trap", on="body.top", size="M8")],
    "traced": [block("6"), step("traced", on="body.top", drawing="fish", width="34", depth="2")],
    "blend": [
        block("5"),
        {
            **step(
                "extrude",
                ("rectangle", {"width": "20", "depth": "14", "corners": "3"}),
                on="body.top",
                height="14",
            ),
            "id": "post",
        },
        step("blend", radius="3.5", of="post"),
    ],
    "bridge": [
        block("5"),
        {
            **step(
                "extrude",
                ("rectangle", {"width": "8", "depth": "24"}),
                on={"on": "body.top", "x": "21"},
                height="40",
            ),
            "id": "wall",
        },
        step(
            "bridge",
            ("circle", {"diameter": "11"}),
            on={"on": "body.top", "x": "0-14"},
            to="wall.left",
            to_y="8",
        ),
    ],
    "combine": [block(), step("combine", part="other", mode="cut")],
}
OTHER = {
    "name": "other",
    "label": "Other",
    "steps": [
        {
            **step("extrude", ("circle", {"diameter": "24"}), on={"out": "6"}, height="20"),
            "id": "peg",
        }
    ],
}

HALVED = {
    "name": "other",
    "label": "Other",
    "steps": [block("20"), {**step("split", facing="right", at="6", pegs="2"), "id": "cut"}],
}
OTHERS = {"combine": OTHER, "piece": HALVED}


# a fish: two arcs for its body, a notched tail
FISH = "M 0 0 A 30 0 1 36 6 L 46 -4 L 43 6 L 46 16 L 36 6 A 30 0 1 0 12 A 8 0 1 0 0 Z"


def document(kind: str) -> dict[str, Any]:
    """A project that shows one kind of step, for whoever asks to change as they like."""
    parts: list[dict[str, Any]] = [{"name": "part", "label": "Part", "steps": SAMPLES[kind]}]
    if kind in OTHERS:
        parts.append(OTHERS[kind])
    made = {"format": "fair-hinge-project", "version": 1, "title": kind, "parts": parts}
    return deepcopy(made | {"drawings": [{"name": "fish", "path": FISH}]})
