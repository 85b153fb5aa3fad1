"""One exception family. An error names what happened, where, and what would work."""

from __future__ import annotations

import hashlib
import logging
import traceback
from collections.abc import Callable


class CoreError(Exception):
    """Base of everything the core refuses.

    Args:
        message: what happened, in the maker's terms.
        where: path of the cause in the document, e.g. ``parts.tin.steps.body.fields.height``.
        position: offset of the cause in a typed expression, counted from 0, or None.
        remedy: what would work, or None.
    """

    def __init__(
        self,
        message: str,
        *,
        where: str | None = None,
        position: int | None = None,
        remedy: str | None = None,
    ) -> None:
        super().__init__(message)
        self.message = message
        self.where = where
        self.position = position
        self.remedy = remedy

    def at(self, where: str) -> CoreError:
        """The same error with its place filled in, unless it already has one."""
        if self.where is None:
            self.where = where
        return self

    def worded(self, told: Callable[[str], str]) -> CoreError:
        """The same error with its words told another way, as in another unit."""
        self.message = told(self.message)
        self.remedy = self.remedy and told(self.remedy)
        return self

    def one_line(self) -> str:
        """The error as one line of text, position counted from 1 as people count."""
        parts = [self.message]
        if self.position is not None:
            parts.append(f"(at character {self.position + 1})")
        if self.remedy:
            parts.append(f"- {self.remedy}")
        text = " ".join(parts)
        return f"{self.where}: {text}" if self.where else text


class ExpressionError(CoreError):
    """An expression that cannot be read or worked out."""


class DocumentError(CoreError):
    """A project document that does not follow the schema."""


class BuildError(CoreError):
    """A step or fit that cannot make its geometry."""


class FormatError(CoreError):
    """A file that cannot be read or written."""


class Unforeseen(BuildError):
    """Something the program did not expect: told with a reference to be looked up in the log."""


def reference_of(error: BaseException, what: str) -> str:
    """Writes an error nobody foresaw into the log; answers the reference it stands under."""
    told = "".join(traceback.format_exception(error))
    reference = hashlib.sha256(told.encode()).hexdigest()[:8]
    logging.getLogger("fairhinge").error("reference %s: %s\n%s", reference, what, told)
    return reference


def unforeseen(error: Exception, what: str) -> Unforeseen:
    """An error nobody foresaw, put into words and into the log.

    Args:
        what: what could not be done, in the maker's terms: "this step could not be built".
    """
    reference = reference_of(error, what)
    return Unforeseen(
        f"{what}: something went wrong that nobody foresaw (reference {reference} in the log)",
        remedy="other sizes, or leave it out; everything else is still here",
    )
