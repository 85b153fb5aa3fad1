"""The Django application: keeps projects and serves them. Thin; the rules are in ``core``.

Map
    models      Project, Revision: every change kept, a cursor for undo and redo
    keeping     saving, undoing, restoring; refuses stale saves
    shelving    the shelf: what was used last, folders, copies, the bin, the play set
    pictures    pictures for the shelf, drawn aside
    reports     documents solved and reported on by builders, stage by stage
    builders    processes that build and prove, what they may take, who waits for them
    pool        which of them does what is asked: what each knows, and who waits how long
    listening   work that is heard by whoever asks for it while it is being done
    builder     what runs in one of them
    flex_tests  the flex test, by builders left free
    measured_files  what took long to measure, kept in files
    jobs        long work that outlives a restart: large meshes brought in
    meshes      meshes brought in: described, mended, kept
    copies      copies of the books, by the day and the week; put back into empty ones
    restoring   a copy put back, or what is in it beside what is here
    archive     a project with its history, meshes, prints and photos as one file
    binned      the bin for what is no project
    doctor      what ails the books, and what is done about it
    trouble     what a maker is told of the disk
    makers      who works here, where makers are told apart
    api/        typed handlers; errors in one shape
    html_page   the one HTML page
    middleware  who may ask, and whom an answer is for
    management  ready, load_demo, serve, work
"""
