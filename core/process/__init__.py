"""What a printer, a nozzle, a layer height and a material do to a designed size.

Map
    materials   density, softening point, strain and modulus by name, each from one table
    model       Process: bed, nozzle, layer, errors of the process, the feel bands; Slicing
    forecast    designed gap -> printed gap, and the chance of each feel; feel -> proposed gap
    learning    gauges and prints -> errors of the process, by Bayes' rule
"""

from core.process.forecast import Forecast, forecast, propose_gap
from core.process.materials import MATERIALS, Material, material
from core.process.model import FEELS, Band, Errors, Feel, Process, Slicing

__all__ = [
    "FEELS",
    "MATERIALS",
    "Band",
    "Errors",
    "Feel",
    "Forecast",
    "Material",
    "Process",
    "Slicing",
    "forecast",
    "material",
    "propose_gap",
]
