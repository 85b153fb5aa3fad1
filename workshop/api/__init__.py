"""The typed API. Handlers are thin: schema in, schema out; errors in one shape.

Map
    shapes      what goes in and out besides reports
    shelf       what lies on the shelf and in the bin, folders, copies, pictures, the play set
    projects    one project, saving, undo, redo, remedies
    files       meshes for the screen, exports, the document
    bench       processes, gauges, results and what they teach
    records     history, versions and materials compared
    logbook     prints and how they turned out, what is next
    work        long work: what is under way, cancelled, mended
    catalogue   ways to begin a step, kinds of outline and fit; starters
    outlines    outlines drawn by hand: laid out, taken apart, brought in, taken away
    measuring   what is pressed on the stage, measured
    pages       every step, fit and check to be read of
    begin       documents with a step, a part or a fit more
    safekeeping copies of the books, projects as one file, the bin of the rest
    door        who comes in, and whom a project is shared with
    together    two who work on one project
    refusals    every error in one shape
    described   what every answer can be besides what its handler says
    reference   the page that lists all this
"""

from __future__ import annotations

from workshop.api import (
    begin,
    bench,
    catalogue,
    door,
    files,
    logbook,
    measuring,
    outlines,
    pages,
    records,
    safekeeping,
    shelf,
    together,
    work,
)
from workshop.api.described import DescribedAPI
from workshop.api.reference import answer_page
from workshop.api.refusals import StrictParser, answer_errors

api = DescribedAPI(
    title="Fair Hinge", version="1", urls_namespace="api", parser=StrictParser(), docs_url=None
)
api.add_router("", shelf.router)
api.add_router("", files.router)
api.add_router("", work.router)
api.add_router("", bench.router)
api.add_router("", records.router)
api.add_router("", logbook.router)
api.add_router("", catalogue.router)
api.add_router("", begin.router)
api.add_router("", outlines.router)
api.add_router("", measuring.router)
api.add_router("", pages.router)
api.add_router("", safekeeping.router)
api.add_router("", together.router)
api.add_router("", door.router)
answer_errors(api)
answer_page(api)
