"""The flex test, by builders that are left free by those who edit."""

from __future__ import annotations

from core.project.cache import ContentCache, content_key
from core.project.document import write_document
from core.project.schema import Project as Document
from core.report.flexing import push
from core.views.report import PushedView
from workshop import builders

_KEPT = ContentCache(200)


def pushed(document: Document, path: str) -> PushedView | None:
    """How far a measure of a document can go, or None where it is no key measure."""
    key = content_key(write_document(document), path)
    return _KEPT.get(key, lambda: builders.ask(push, document, path, aside=True))
