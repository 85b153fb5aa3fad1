"""What a source file imports, found once a process however many tests ask."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from functools import cache
from pathlib import Path


@cache
def imports(path: Path) -> frozenset[str]:
    """Modules a file imports anywhere, told whole; of its own package's none.

    >>> from pathlib import Path
    >>> sorted(imports(Path(__file__)))
    ['__future__', 'ast', 'collections.abc', 'functools', 'pathlib']
    """
    found: set[str] = set()
    for one in _statements(ast.parse(path.read_text())):
        if isinstance(one, ast.Import):
            found |= {alias.name for alias in one.names}
        elif isinstance(one, ast.ImportFrom) and one.module and not one.level:
            found.add(one.module)
    return frozenset(found)


def _statements(node: ast.AST) -> Iterator[ast.stmt]:
    """All statements below a node, at any depth; expressions hold none and are passed over."""
    for name in ("body", "orelse", "finalbody", "handlers", "cases"):
        below = getattr(node, name, ())
        for one in below if isinstance(below, list) else ():
            if isinstance(one, ast.stmt):
                yield one
            yield from _statements(one)
