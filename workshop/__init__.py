"""The Django application: keeps projects and serves them. Thin; the rules are in ``core``.

Map
    models      Project, Revision: every change kept, a cursor for undo and redo
    keeping     saving, undoing, restoring; refuses stale saves
    answers     documents solved and reported on, with the newest kept at hand
    pushing     the flex test, in processes of its own
    meshes      meshes brought in: described, mended, kept
    api/        typed handlers; errors in one shape
    page        the one HTML page
    middleware  refuses changes asked for by other sites
    management  load_demo, serve
"""
