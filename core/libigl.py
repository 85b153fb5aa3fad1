"""libigl (distances to meshes, what lies inside them), read in when it is first asked for: with it
comes half of SciPy, a tenth of a second that a command which builds nothing need not wait.
"""

from __future__ import annotations

from typing import Any


def __getattr__(name: str) -> Any:
    import igl

    return getattr(igl, name)
