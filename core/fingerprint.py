"""Which program this is: what it worked out is not another's.

A hash of the core's own code and of the libraries that build and measure. It is part of every key
that something computed is kept by, so that a changed program never takes up what an older one made.
"""

from __future__ import annotations

import hashlib
from functools import cache
from importlib.metadata import PackageNotFoundError, version
from pathlib import Path

LIBRARIES = ("manifold3d", "numpy", "scipy", "shapely", "embreex", "libigl", "trimesh", "fonttools")


@cache
def fingerprint() -> bytes:
    """32 bytes that are the same as long as the code and its libraries are.

    >>> len(fingerprint()), fingerprint() == fingerprint()
    (32, True)
    """
    told = hashlib.blake2b(digest_size=32)
    root = Path(__file__).parent
    for path in sorted(root.rglob("*.py")):
        told.update(path.relative_to(root).as_posix().encode())
        told.update(path.read_bytes())
    for library in LIBRARIES:
        try:
            told.update(f"{library} {version(library)}".encode())
        except PackageNotFoundError:
            told.update(f"no {library}".encode())
    return told.digest()
