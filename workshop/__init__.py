"""The Django application: keeps projects and serves them. Thin; the rules are in ``core``.

Map
    models      Project, Revision: every change kept, a cursor for undo and redo
    keeping     saving, undoing, restoring; refuses stale saves
    shelving    the shelf: what was used last, folders, copies, the bin, the play set
    pictures    pictures for the shelf, drawn aside
    answers     documents solved and reported on by builders, stage by stage
    builders    processes that build and prove, what they may take, who waits for them
    builder     what runs in one of them
    pushing     the flex test, by builders left free
    jobs        long work that outlives a restart: large meshes brought in
    meshes      meshes brought in: described, mended, kept
    api/        typed handlers; errors in one shape
    page        the one HTML page
    middleware  refuses changes asked for by other sites; knows whom an answer is for
    management  load_demo, serve
"""
