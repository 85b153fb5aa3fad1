"""What a maker is told when the disk is full, or the books cannot be written."""

from __future__ import annotations

from django.db import DatabaseError

# by the name SQLite has for what happened: (what is told, what to do, HTTP status)
_OF_THE_DISK = {
    "SQLITE_FULL": (
        "the disk of the workshop is full: this was not kept",
        "make room on it; what you typed stays on this page and is sent again",
        507,
    ),
    "SQLITE_READONLY": (
        "the workshop's books cannot be written: this was not kept",
        "whose file is it, and is its disk read-only? what you typed stays on this page",
        507,
    ),
    "SQLITE_CANTOPEN": (
        "the workshop's books cannot be opened",
        "./fairhinge doctor says why",
        507,
    ),
    "SQLITE_IOERR": (
        "the disk of the workshop does not answer: this was not kept",
        "look to the disk; what you typed stays on this page and is sent again",
        507,
    ),
    "SQLITE_CORRUPT": ("the workshop's books are damaged", "./fairhinge doctor --mend", 500),
    "SQLITE_NOTADB": ("the workshop's books are damaged", "./fairhinge doctor --mend", 500),
    "SQLITE_BUSY": (
        "the workshop's books are in use for too long: this was not kept",
        "it is sent again by itself",
        503,
    ),
}
_OF_THE_DISK["SQLITE_LOCKED"] = _OF_THE_DISK["SQLITE_BUSY"]


def of_the_books(error: DatabaseError) -> tuple[str, str, int] | None:
    """What to tell of an error of the database: words, what to do, and an HTTP status; None where
    it is no matter of the disk."""
    name = getattr(error.__cause__ or error, "sqlite_errorname", "")
    return next((told for begins, told in _OF_THE_DISK.items() if name.startswith(begins)), None)
