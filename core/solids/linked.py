"""What hangs together: numbered things in groups by the links between them."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt
import scipy  # its parts are read in when they are first asked for

Indices = npt.NDArray[np.int64]


def groups(count: int, one: npt.NDArray[np.integer], other: npt.NDArray[np.integer]) -> Indices:
    """The group of each thing; things that are linked, by however many steps, are in one.

    Args:
        count: how many things there are, numbered from 0.
        one: (n,) where each link begins.
        other: (n,) where it ends.

    Returns:
        (count,) numbers of groups, from 0 without gaps.

    >>> groups(5, np.array([0, 3]), np.array([2, 4])).tolist()
    [0, 1, 0, 2, 2]
    """
    links = scipy.sparse.coo_matrix((np.ones(len(one)), (one, other)), shape=(count, count))
    _, found = scipy.sparse.csgraph.connected_components(links, directed=False)
    return np.asarray(found, dtype=np.int64)
