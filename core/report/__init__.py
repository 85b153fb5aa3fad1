"""A solved and proved project as plain data, ready for a screen or a file. What is checked, and how
it is judged, is `core.checks`.

Map
    flexing       how far each key measure can be pushed before something breaks
    fits          a fit as drawn on the fit desk: section, dimensions, forecast, working
    marking       what is hatched on the solids, and its legend
    differences   two documents compared
    sketching     coarse solids to look at while a change is being proved
    outline_desk  outlines told as moves, as the outline desk draws them
    picture       a small picture of a whole project, drawn without a screen
    pages         what there is to read of every step, fit and check
    mesh_check    a mesh from elsewhere proved, as plain data
    motion        a fit set in motion: poses along its way, measured
    drawings      the outlines of a step as drawn beside its sentence
    distances     distances across the face of a step's place, as drawn and dragged
    fields        the fields of a step or fit as a screen sets them
    accepting     findings that were accepted with a reason
    readings      the instruments along the bottom
    things        bought things as solids that are drawn
    assemble      Solution -> Report
    consequences  what followed from an edit, in the maker's terms
    proving       the whole report of a project as plain data for scripts
"""

from core.project.edits import apply_edits
from core.report.assemble import report_on
from core.report.consequences import consequences
from core.views.report import Report

__all__ = ["Report", "apply_edits", "consequences", "report_on"]
