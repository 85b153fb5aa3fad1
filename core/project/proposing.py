"""The gap that is proposed for a fit: what the process makes likeliest, as far as the fit
bears it.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from core.errors import CoreError
from core.fits import FITS
from core.process import Process, propose_gap
from core.project.schema import FitSpec
from core.steps.field import filled


def most_gap_mm(fit: FitSpec, worked: Mapping[str, str]) -> float | None:
    """The largest gap a side at which a fit can still do what it is for, mm; None: any.

    Args:
        worked: texts of its fields in which measures have been put in, by field.
    """
    kind = FITS.get(fit.kind)
    if kind is None:
        return None
    try:
        return kind.most_gap({**filled(kind.fields, fit.fields), **worked}, fit.gives_way)
    except CoreError:
        return None  # told where its fields are read


def proposed_gap(fit: FitSpec, process: Process, worked: Mapping[str, str] | None = None) -> float:
    """The designed gap per side for a fit's feel, mm to 0.01, no larger than the fit bears.

    >>> from core.project.starters import begun
    >>> project = begun("lidded_box")
    >>> proposed_gap(project.fits[0], project.process)
    0.27
    """
    wanted = propose_gap(fit.feel, process)
    most = most_gap_mm(fit, worked or {})
    return wanted if most is None else min(wanted, math.floor(most * 100 + 1e-6) / 100)
