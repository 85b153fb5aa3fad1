"""What goes in and out of the API besides reports."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal

from ninja import Field, Schema
from pydantic import ConfigDict

from core.project.schema import Project as Document
from core.proof.severity import Severity
from core.views.report import Consequence, RemedyEdit, Report


class Shape(Schema):
    """What goes in or out: numbers are finite."""

    model_config = ConfigDict(allow_inf_nan=False)


class ShelfItem(Shape):
    """A project on the shelf, or in the bin since ``thrown``."""

    id: int
    title: str
    units: str
    updated: datetime
    parts: list[str]
    severity: Severity
    worst: str
    count: int
    version: int
    fits: list[str]
    materials: list[str]
    folder: str
    demo: bool
    opened: datetime
    thrown: datetime | None


class Kept(Shape):
    """A project as it is kept now. ``document`` where it is not what was sent. What it comes to
    follows under ``/built``."""

    version: int
    revision: int
    undo: str | None
    redo: str | None
    document: Document | None = None


class Opened(Shape):
    """A project, opened: its document and what is at hand of what it comes to."""

    id: int
    version: int
    revision: int
    undo: str | None
    redo: str | None
    document: Document
    report: Report
    proved: bool  # else the report tells what is built; its proof comes under ``/built``
    unbuilt: str = ""  # why it has no solids here: a limit that it met


class SaveIn(Shape):
    """A change made on top of a version."""

    version: int
    document: dict[str, Any]
    words: str = ""


class VersionIn(Shape):
    """The version an undo or redo starts from."""

    version: int


class NewIn(Shape):
    """A new project: from a starter, or from a document."""

    starter: str = ""
    units: Literal["mm", "in"] = "mm"
    answers: dict[str, str] = {}  # to what the starter asks, by measure
    feel: str = ""  # of what meets first; as the starter has it where empty
    document: dict[str, Any] | None = None


class PreviewIn(Shape):
    """A document to work out without keeping it; edits are applied first."""

    document: dict[str, Any]
    edits: list[RemedyEdit] = []
    against: dict[str, Any] | None = None


class TwoIn(Shape):
    """Two documents to be compared."""

    before: dict[str, Any]
    after: dict[str, Any]


class FieldIn(Shape):
    """A document and the path of a field in it."""

    document: dict[str, Any]
    path: str


class SketchIn(Shape):
    """A document to be drawn at once, before it is proved."""

    document: dict[str, Any]


class AheadIn(Shape):
    """A document that may be kept next, and the revision that what follows is told against."""

    document: dict[str, Any]
    since: int | None = None


class RenameIn(Shape):
    """A measure to rename everywhere in a document."""

    document: dict[str, Any]
    old: str
    new: str


class Renamed(Shape):
    """The document with the measure renamed; nothing is kept."""

    document: Document


class TipIn(Shape):
    """How far a part is tipped from how it stands, degrees."""

    forward: float = Field(0.0, ge=-180, le=180)
    right: float = Field(0.0, ge=-180, le=180)


class FaceIn(Shape):
    """The way a face looks, in its part's own coordinates; any length."""

    x: float
    y: float
    z: float


class MazeIn(Shape):
    """How many turns round the cylinder, and which of all such mazes."""

    turns: int = Field(ge=1, le=40)
    seed: int = Field(ge=0, le=10**6)


class MazeAnswer(Shape):
    """The maze as moves, for a track's field."""

    path: str


class Traced(Shape):
    """A drawing as read from a file; nothing is kept until a document holds it."""

    path: str
    shapes: int
    skipped: list[str]


class MeshIn(Shape):
    """How a mesh file is to be read: its unit where the file does not say, and whether to
    mend it.
    """

    units: str = "mm"
    mend: bool = False


class MeshAnswer(Shape):
    """A mesh as read; ``project`` is the new one, or None while it is not sound. A large one is
    read by a job."""

    project: int | None
    job: int | None = None
    triangles: int
    faults: list[str]
    left: list[str]


class JobView(Shape):
    """Long work: how far it is, from 0 to 1, what it is doing, and what came of it."""

    id: int
    name: str
    state: Literal["waiting", "working", "done", "failed", "cancelled"]
    progress: float
    words: str
    faults: list[str]
    mended: bool
    project: int | None


class Preview(Shape):
    """What a document would come to."""

    document: Document
    report: Report
    consequences: list[Consequence]


class Refusal(Shape):
    """Why something was refused."""

    message: str
    where: str | None = None
    position: int | None = None
    remedy: str | None = None
    version: int | None = None
    reference: str | None = None  # under which it stands in the log, where it is our fault


class EntryInfo(Shape):
    """One way to begin a step: what it is called, what finds it, and whether a pressed face
    offers it under a short word. ``outline`` is the kind of outline it begins with, if any, and
    ``also_outline`` what finds that."""

    kind: str
    way: int
    outline: str
    title: str
    about: str
    also: list[str]
    also_outline: list[str]
    at_face: str
    at_edge: str


class OutlineInfo(Shape):
    """A kind of outline."""

    kind: str
    title: str


class FitInfo(Shape):
    """A kind of fit: what its parts are to each other, and whether it needs both to be there."""

    kind: str
    way: int
    title: str
    about: str
    also: list[str]
    roles: list[str]
    on_a: bool
    on_b: bool
    makes_b: bool


class AskInfo(Shape):
    """What a starter asks: the measure it sets, and the size it begins with in either unit."""

    measure: str
    words: str
    mm: str
    inches: str


class Starter(Shape):
    """Something to start from; ``meets`` is what must meet in it, empty for a bare page."""

    name: str
    title: str
    about: str
    meets: str
    asks: list[AskInfo]
    feel: str


class MoveInfo(Shape):
    """A word that outlines are drawn with: its form (L length, A angle, N times, SIDE left or
    right, AXIS up or across; ``?`` where closing may settle it), an example of it, and what it
    does.
    """

    word: str
    name: str
    group: str
    form: str
    example: str
    about: str


class CannotInfo(Shape):
    """Something that cannot be made, and words that find the nearest things."""

    title: str
    says: str
    also: list[str]
    nearest: list[str]


class Catalogue(Shape):
    """Everything there is to choose from."""

    steps: list[EntryInfo]
    outlines: list[OutlineInfo]
    fits: list[FitInfo]
    starters: list[Starter]
    materials: list[str]
    felt: list[str]
    feels: list[str]
    functions: list[str]
    colours: list[str]
    moves: list[MoveInfo]
    cannot: list[CannotInfo]
