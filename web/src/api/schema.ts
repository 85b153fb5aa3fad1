export interface paths {
    "/api/begin/copy": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Copy
         * @description A part once more, without its fits.
         */
        post: operations["workshop_api_begin_copy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/begin/fit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Fit
         * @description A new fit, and the part it makes where it makes one.
         */
        post: operations["workshop_api_begin_fit"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/begin/kind": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Kind
         * @description A fit made another kind.
         */
        post: operations["workshop_api_begin_kind"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/begin/outline": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Outline
         * @description An outline made another kind, joined with another, or without the last joined one.
         */
        post: operations["workshop_api_begin_outline"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/begin/part": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Part
         * @description A new empty part.
         */
        post: operations["workshop_api_begin_part"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/begin/pieces": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Pieces
         * @description What a split did not keep, each piece a part of its own.
         */
        post: operations["workshop_api_begin_pieces"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/begin/place": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Place
         * @description A step in the middle of the piece of a face that was pressed.
         */
        post: operations["workshop_api_begin_place"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/begin/step": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Step
         * @description A new step, sized to the face it stands on.
         */
        post: operations["workshop_api_begin_step"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Processes
         * @description Every process on the bench, as it is known now.
         */
        get: operations["workshop_api_bench_processes"];
        put?: never;
        /**
         * New Process
         * @description A process put on the bench.
         */
        post: operations["workshop_api_bench_new_process"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench/results/{result_id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /**
         * Forget
         * @description A result struck out, into the bin; what it taught is forgotten until it comes back.
         */
        delete: operations["workshop_api_bench_forget"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench/{process_id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /**
         * Change Process
         * @description What is said of a process changed; its results stay and are read anew.
         */
        put: operations["workshop_api_bench_change_process"];
        post?: never;
        /**
         * Take Off
         * @description A process taken off the bench, into the bin with all it was taught.
         */
        delete: operations["workshop_api_bench_take_off"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench/{process_id}/follows": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * What Follows
         * @description What the gaps of every project on a process would become, as it is known now.
         */
        get: operations["workshop_api_bench_what_follows"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench/{process_id}/gauges/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Make
         * @description A gauge made as a project of its own, to be printed.
         */
        post: operations["workshop_api_bench_make"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench/{process_id}/results": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Enter Result
         * @description What a result would teach; kept only where asked.
         */
        post: operations["workshop_api_bench_enter_result"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench/{process_id}/stand-in/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Stand In
         * @description A gauge "printed" and read by stand-ins with a hidden true error; nothing is kept.
         */
        post: operations["workshop_api_bench_stand_in"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bench/{process_id}/take": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Take
         * @description Projects take over what was learnt, each with the reason on record.
         */
        post: operations["workshop_api_bench_take"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Bin
         * @description What was thrown away and can still come back, newest first.
         */
        get: operations["workshop_api_shelf_bin_"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/rest": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * In Bin
         * @description Prints, results, processes and plans in the bin, newest first.
         */
        get: operations["workshop_api_safekeeping_in_bin"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/{kind}/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /**
         * For Good
         * @description Out of the bin for good.
         */
        delete: operations["workshop_api_safekeeping_for_good"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bin/{kind}/{number}/back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring Back
         * @description Out of the bin, as it was.
         */
        post: operations["workshop_api_safekeeping_bring_back"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/break-even": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Uses
         * @description From how many uses on the lasting thing is the better one.
         */
        post: operations["workshop_api_records_uses"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/catalogue": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Catalogue
         * @description Ways to begin a step, kinds of outline and fit; starters; materials.
         */
        get: operations["workshop_api_catalogue_catalogue"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/copies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Kept Copies
         * @description The copies of the books that are kept here.
         */
        get: operations["workshop_api_safekeeping_kept_copies"];
        put?: never;
        /**
         * Make Copy
         * @description A copy of the books made now, kept with the others of its day.
         */
        post: operations["workshop_api_safekeeping_make_copy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/copies/{name}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Take Copy
         * @description One of the copies, to be taken elsewhere.
         */
        get: operations["workshop_api_safekeeping_take_copy"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/differences": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Compare Documents
         * @description What differs between two documents, neither of which need be kept.
         */
        post: operations["workshop_api_projects_compare_documents"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/invitations": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Invite
         * @description An address that lets one more maker in.
         */
        post: operations["workshop_api_door_invite"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/jobs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Under Way
         * @description All long work that was not put away, oldest first.
         */
        get: operations["workshop_api_work_under_way"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/jobs/{job_id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /**
         * Put Away
         * @description Takes long work off the list, stopping it first.
         */
        delete: operations["workshop_api_work_put_away"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/jobs/{job_id}/cancel": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Cancel
         * @description Stops long work.
         */
        post: operations["workshop_api_work_cancel"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/jobs/{job_id}/mend": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Mend
         * @description Mends a mesh that was found unsound, and opens it.
         */
        post: operations["workshop_api_work_mend"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/join": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Join
         * @description A new maker by an invitation, signed in.
         */
        post: operations["workshop_api_door_join"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/logbook": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Logbook
         * @description Prints whose title, parts, process, notes or outcome hold some words, newest first.
         */
        get: operations["workshop_api_logbook_logbook"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/logbook.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Export
         * @description The whole logbook as a table, a line for each fit of each print.
         */
        get: operations["workshop_api_logbook_export"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/logbook/{print_id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /**
         * Strike
         * @description Strikes a print out, into the bin; what it taught is forgotten until it comes back.
         */
        delete: operations["workshop_api_logbook_strike"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/logbook/{print_id}/photo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Photo
         * @description The photo of a print.
         */
        get: operations["workshop_api_logbook_photo"];
        put?: never;
        /**
         * Add Photo
         * @description A photo put beside a print.
         */
        post: operations["workshop_api_logbook_add_photo"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/logbook/{print_id}/photo/back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring Photo Back
         * @description The photo before put back, and the one that took its place kept in its stead.
         */
        post: operations["workshop_api_logbook_bring_photo_back"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/makers": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * All Makers
         * @description Who works here, or did.
         */
        get: operations["workshop_api_door_all_makers"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/makers/{maker}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /**
         * Let Work
         * @description Shuts a maker out, or lets them in again.
         */
        put: operations["workshop_api_door_let_work"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/makers/{maker}/again": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * New Password
         * @description An address where a maker who forgot the password chooses another.
         */
        post: operations["workshop_api_door_new_password"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/me": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Me
         * @description Who asks.
         */
        get: operations["workshop_api_door_me"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/measure": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Measure
         * @description Everything read off one thing or between two, the most telling first.
         */
        post: operations["workshop_api_measuring_measure"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/meshes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring In Mesh
         * @description A mesh brought in as a project of its own; one that is not sound is only described.
         */
        post: operations["workshop_api_files_bring_in_mesh"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/options": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Options
         * @description Everything a field may be set to where it stands: points and edges, which are many, are told
         *     only when they are asked for.
         */
        post: operations["workshop_api_projects_options"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/outlines/apart": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Apart
         * @description An outline of any kind told as moves; its name is the path of their field inside the step.
         */
        post: operations["workshop_api_outlines_apart"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/outlines/desk": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Desk
         * @description An outline laid out to be drawn on; nothing is kept.
         */
        post: operations["workshop_api_outlines_desk"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/outlines/in": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring In
         * @description An outline taken from a drawing, told as moves.
         */
        post: operations["workshop_api_outlines_bring_in"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/pages": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Pages
         * @description Every page there is.
         */
        get: operations["workshop_api_pages_pages"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/pages/{room}/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Page
         * @description One page.
         */
        get: operations["workshop_api_pages_page"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Plan
         * @description What is next on each printer, with the time it takes and the filament left after it.
         */
        get: operations["workshop_api_logbook_plan"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plan/spool/{process_id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /**
         * Set Spool
         * @description How much filament is left on a printer's spool.
         */
        put: operations["workshop_api_logbook_set_spool"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plan/{planned_id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /**
         * Unplan
         * @description A print that is not to be made after all: into the bin.
         */
        delete: operations["workshop_api_logbook_unplan"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/play-set": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Play Set
         * @description How many of the play set there are, on the shelf or put away.
         */
        get: operations["workshop_api_shelf_play_set"];
        put?: never;
        /**
         * Put Play Set
         * @description The play set put away, or back on the shelf.
         */
        post: operations["workshop_api_shelf_put_play_set"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Preview
         * @description What a document would come to, nothing kept; told against another one if given.
         */
        post: operations["workshop_api_projects_preview"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Shelf
         * @description Every project on the shelf with its worst finding, last used first.
         */
        get: operations["workshop_api_shelf_shelf"];
        put?: never;
        /**
         * New Project
         * @description A new project from a starter or a document.
         */
        post: operations["workshop_api_projects_new_project"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Open Project
         * @description A project with its report.
         */
        get: operations["workshop_api_projects_open_project"];
        /**
         * Save Project
         * @description Keeps a change; refuses one made on top of an older version. It is not built yet.
         */
        put: operations["workshop_api_projects_save_project"];
        post?: never;
        /**
         * Throw Away
         * @description Into the bin; out of it for good where it lies there already.
         */
        delete: operations["workshop_api_shelf_throw_away"];
        options?: never;
        head?: never;
        /**
         * Set On Shelf
         * @description Another title, another folder.
         */
        patch: operations["workshop_api_shelf_set_on_shelf"];
        trace?: never;
    };
    "/api/projects/{project_id}/ahead": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Build Ahead
         * @description Builds and proves what may be kept next, as while a number is still being typed; nothing is
         *     kept. When it is, its building is asked for as ever, and what was done ahead need not be done.
         *
         *     It is done where a builder has nothing else to do, and answered when it has ended, true, or is
         *     given up: for something newer, or because somebody waits for the builder.
         */
        post: operations["workshop_api_projects_build_ahead"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring Back
         * @description Out of the bin, whole.
         */
        post: operations["workshop_api_shelf_bring_back"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/beds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Beds
         * @description Everything that is printed, laid out on beds.
         */
        get: operations["workshop_api_projects_beds"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/built": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Built
         * @description What a version comes to, one line of JSON a stage as it ends; the last is its proof.
         *
         *     A newer version's work ends an older one's. A line may also be a refusal: it met a limit. What
         *     followed is told against revision ``since``.
         */
        get: operations["workshop_api_projects_built"];
        put?: never;
        post?: never;
        /**
         * Stop Building
         * @description Gives up what is being built of a project.
         */
        delete: operations["workshop_api_projects_stop_building"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/compare": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Materials
         * @description What the project would come to in each material.
         */
        get: operations["workshop_api_records_materials"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/copy": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Copy
         * @description The project once more.
         */
        post: operations["workshop_api_shelf_copy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/document": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Document
         * @description The project's own document as a file.
         */
        get: operations["workshop_api_files_document"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/export/all": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Export All
         * @description Every part side by side in one 3MF file.
         */
        get: operations["workshop_api_files_export_all"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/export/{part}/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Export One
         * @description One part in its printing stance, as a file of that kind.
         */
        get: operations["workshop_api_files_export_one"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/fits/{name}/maze": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Lay Maze
         * @description Moves of a maze that fits a track's cylinder and sleeve; nothing is kept.
         */
        post: operations["workshop_api_projects_lay_maze"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/fits/{name}/motion": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Motion
         * @description A fit moved through its range on the finished solids.
         */
        get: operations["workshop_api_projects_motion"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/history": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * History
         * @description Every change, newest first.
         */
        get: operations["workshop_api_records_history"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/history/compare": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Compare Versions
         * @description What differs between two versions.
         */
        get: operations["workshop_api_records_compare_versions"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/history/{number}/back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Go Back
         * @description Makes an older version the newest; all that came after it stays in the history.
         */
        post: operations["workshop_api_records_go_back"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/history/{number}/name": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Name Version
         * @description Gives a version a name.
         */
        post: operations["workshop_api_records_name_version"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/kept": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Kept
         * @description A project as it is kept now, not built.
         */
        get: operations["workshop_api_together_kept"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/marks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Marks
         * @description What the checks found, to be hatched on the solids, with its legend.
         */
        get: operations["workshop_api_projects_marks"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/marks/{key}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Marks
         * @description A part's marks by their key, packed.
         */
        get: operations["workshop_api_files_marks"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/merge": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Merge
         * @description A document put together with what is kept now: measure by measure, step by step.
         */
        post: operations["workshop_api_together_merge"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/mesh/{key}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Mesh
         * @description A part's mesh by the key in its report, packed; the same key is always the same mesh.
         */
        get: operations["workshop_api_files_mesh"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/outlines/{path}.{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Take Away
         * @description A finished outline as a drawing, its arcs true arcs, in millimetres.
         */
        get: operations["workshop_api_outlines_take_away"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/parts/{name}/faced": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Faced
         * @description What would follow from standing a part on a face of it; nothing is kept.
         */
        get: operations["workshop_api_projects_faced"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/parts/{name}/sliced": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Sliced
         * @description A part as it would be sliced: an estimate of mass, filament and time, layer by layer.
         */
        get: operations["workshop_api_projects_sliced"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/parts/{name}/sliced/{index}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Layer
         * @description The walls, skin and infill of one layer, counted from 0 at the bed.
         */
        get: operations["workshop_api_projects_layer"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/parts/{name}/stances": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Stances
         * @description The ways a part can stand on the bed, best first.
         */
        get: operations["workshop_api_projects_stances"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/parts/{name}/tipped": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Tipped
         * @description What would follow from tipping a part from how it stands; nothing is kept.
         */
        get: operations["workshop_api_projects_tipped"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/picture": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Picture
         * @description The project as it was drawn last; nothing while it has not been.
         */
        get: operations["workshop_api_shelf_picture"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Plan Print
         * @description A print put at the end of its printer's row.
         */
        post: operations["workshop_api_logbook_plan_print"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/prints": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Write Print
         * @description Writes a print into the logbook; how its fits felt teaches its process.
         *
         *     The print, the plan it was in and the spool it came from change together or not at all.
         */
        post: operations["workshop_api_logbook_write_print"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/process": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Choose
         * @description Makes a project meant for a process of the bench; every number follows.
         */
        post: operations["workshop_api_bench_choose"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/pushed/{path}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Push
         * @description How far a key measure can be pushed before something breaks.
         */
        get: operations["workshop_api_projects_push"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/redo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Redo
         * @description Brings an undone change back.
         */
        post: operations["workshop_api_projects_redo"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/shares": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Shares
         * @description Whom a project is shared with.
         */
        get: operations["workshop_api_door_shares"];
        /**
         * Share
         * @description Shares a project with a maker to read or to change, or no longer.
         */
        put: operations["workshop_api_door_share"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/sizes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Sizes
         * @description Sizes of the finished parts that a caliper can be set to.
         */
        get: operations["workshop_api_logbook_sizes"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/to-buy": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Bought
         * @description What is to be bought for it: screws, inserts, nuts, bearings and whatever is put in.
         */
        get: operations["workshop_api_projects_bought"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/to-buy.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Bought Table
         * @description What is to be bought for it, as a table.
         */
        get: operations["workshop_api_files_bought_table"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/trial": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Trial
         * @description Parts "printed" and read by stand-ins with a hidden true error; nothing is kept.
         */
        post: operations["workshop_api_logbook_trial"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/tried": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Try Remedies
         * @description Everything that is found, each with a remedy where one was tried and works.
         *
         *     It is tried aside, and given up when a newer version is built: then there is no answer, nor
         *     where there is a newer one already.
         */
        get: operations["workshop_api_projects_try_remedies"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/undo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Undo
         * @description Takes the last change back.
         */
        post: operations["workshop_api_projects_undo"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/variants": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Variants
         * @description Versions of a project and other projects side by side, the newest version first.
         */
        get: operations["workshop_api_records_variants"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/version": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Newest
         * @description Where a project is now, told in a moment.
         */
        get: operations["workshop_api_together_newest"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/projects/{project_id}/whole": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * Take Whole
         * @description A project with its history, meshes, prints and photos as one file.
         */
        get: operations["workshop_api_safekeeping_take_whole"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rename": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Rename
         * @description A measure renamed in every expression; nothing is kept.
         */
        post: operations["workshop_api_projects_rename"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Restore
         * @description What is in a copy brought here: all of it where nothing is here yet, else beside what is.
         */
        post: operations["workshop_api_safekeeping_restore"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sign-in": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Sign In
         * @description Signs a maker in.
         */
        post: operations["workshop_api_door_sign_in"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sign-out": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Sign Out
         * @description Signs the maker out.
         */
        post: operations["workshop_api_door_sign_out"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sketch": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Sketch
         * @description Coarse solids of a document to be drawn at once; nothing is kept, nothing measured.
         *
         *     Nothing where a newer one of the same project came meanwhile.
         */
        post: operations["workshop_api_projects_sketch"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/starters/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Preview Starter
         * @description What a starter would come to with these answers; nothing is kept.
         */
        post: operations["workshop_api_projects_preview_starter"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/trace": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Trace
         * @description An SVG or DXF drawing read into a path; what was left out is listed.
         */
        post: operations["workshop_api_files_trace"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/whole": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Bring Whole
         * @description A project from such a file, whole, as one of its own.
         */
        post: operations["workshop_api_safekeeping_bring_whole"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        /**
         * Accepted
         * @description A finding the maker accepts, and why. It holds while the value gets no worse.
         */
        Accepted: {
            /** Check */
            check: string;
            /**
             * Fit
             * @default
             */
            fit: string;
            /**
             * Message
             * @default
             */
            message: string;
            /**
             * Part
             * @default
             */
            part: string;
            /** Reason */
            reason: string;
            /** Value */
            value?: number | null;
        };
        /**
         * AheadIn
         * @description A document that may be kept next, and the revision that what follows is told against.
         */
        AheadIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Since */
            since?: number | null;
        };
        /**
         * ApartIn
         * @description An outline to be told as moves, by its path inside the step.
         */
        ApartIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Part */
            part: string;
            /** Path */
            path: string;
            /** Step */
            step: string;
        };
        /**
         * ArcView
         * @description An arc of an outline: its radius and how far it stands out from its chord, mm.
         */
        ArcView: {
            /** Bulge */
            bulge: number;
            /** Chord */
            chord: number;
            /** Name */
            name: string;
            /** Radius */
            radius: number;
        };
        /**
         * AskInfo
         * @description What a starter asks: the measure it sets, and the size it begins with in either unit.
         */
        AskInfo: {
            /** Inches */
            inches: string;
            /** Measure */
            measure: string;
            /** Mm */
            mm: string;
            /** Words */
            words: string;
        };
        /**
         * AwayIn
         * @description Whether the play set is to be off the shelf.
         */
        AwayIn: {
            /** Away */
            away: boolean;
        };
        /**
         * Band
         * @description The printed gap per side, in mm, that has a certain feel.
         */
        Band: {
            /** High */
            high: number;
            /** Low */
            low: number;
        };
        /** BandView */
        BandView: {
            /**
             * Feel
             * @enum {string}
             */
            feel: "press" | "snug" | "slide" | "free" | "print-in-place";
            /** High */
            high: number;
            /** Low */
            low: number;
        };
        /**
         * BedsView
         * @description Everything that is printed, laid out on as few beds as it needs.
         */
        BedsView: {
            /** Bed Mm */
            bed_mm: [
                number,
                number,
                number
            ];
            /** Beds */
            beds: components["schemas"]["LaidPart"][][];
            /** Margin Mm */
            margin_mm: number;
            /** Too Large */
            too_large: components["schemas"]["TooLarge"][];
        };
        /**
         * Begun
         * @description The document with what was begun, and its name.
         */
        Begun: {
            document: components["schemas"]["Project"];
            /** Name */
            name: string;
        };
        /**
         * BesideIn
         * @description What to lay beside a project: versions of it by number, other projects by id.
         */
        BesideIn: {
            /**
             * Other
             * @default []
             */
            other: number[];
            /**
             * Version
             * @default []
             */
            version: number[];
        };
        /**
         * BreakEven
         * @description From how many uses on a lasting thing is better; None where it never is.
         */
        BreakEven: {
            /** Best */
            best: number | null;
            /** Uses */
            uses: number | null;
            /** Working */
            working: string;
            /** Worst */
            worst: number | null;
        };
        /**
         * BreakEvenIn
         * @description Footprints, g CO2e: of the lasting thing, of a throwaway, of each use of the lasting one.
         */
        BreakEvenIn: {
            /**
             * Each Use
             * @default 0
             */
            each_use: number;
            /** Lasting */
            lasting: number;
            /** Throwaway */
            throwaway: number;
        };
        /**
         * BroughtIn
         * @description An outline to be taken from a drawing, as `trace` reads it.
         */
        BroughtIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Drawing */
            drawing: string;
            /** Part */
            part: string;
            /** Path */
            path: string;
            /** Step */
            step: string;
        };
        /**
         * BuyLine
         * @description Something to be bought, how many (none where holes alone do not tell), by which list of sizes
         *     it is named, and what it is for, or how many holes it has in which part.
         */
        BuyLine: {
            /** By */
            by: string;
            /** Many */
            many: number | null;
            /** What */
            what: string;
            /** Where */
            where: string[];
        };
        /**
         * BuyView
         * @description What is to be bought; ``unknown`` names fits that are not built, whose things are not
         *     told; ``filament`` what the prints take.
         */
        BuyView: {
            /** Filament */
            filament: components["schemas"]["FilamentLine"][];
            /** Lines */
            lines: components["schemas"]["BuyLine"][];
            /** Unknown */
            unknown: string[];
        };
        /**
         * CannotInfo
         * @description Something that cannot be made, and words that find the nearest things.
         */
        CannotInfo: {
            /** Also */
            also: string[];
            /** Nearest */
            nearest: string[];
            /** Says */
            says: string;
            /** Title */
            title: string;
        };
        /**
         * Catalogue
         * @description Everything there is to choose from.
         */
        Catalogue: {
            /** Cannot */
            cannot: components["schemas"]["CannotInfo"][];
            /** Colours */
            colours: string[];
            /** Feels */
            feels: string[];
            /** Felt */
            felt: string[];
            /** Fits */
            fits: components["schemas"]["FitInfo"][];
            /** Functions */
            functions: string[];
            /** Materials */
            materials: string[];
            /** Moves */
            moves: components["schemas"]["MoveInfo"][];
            /** Outlines */
            outlines: components["schemas"]["OutlineInfo"][];
            /** Starters */
            starters: components["schemas"]["Starter"][];
            /** Steps */
            steps: components["schemas"]["EntryInfo"][];
        };
        /**
         * Check
         * @description A size on a paper drawing or a measured object, to be ticked against the model.
         *
         *     The model's own is an expression, or what ``reads`` names between the one or two things of
         *     ``of`` (see `core.checks.pressed`), measured on the finished solids.
         */
        Check: {
            /**
             * Of
             * @default []
             */
            of: string[];
            /**
             * Reads
             * @default
             */
            reads: string;
            /**
             * Size
             * @default
             */
            size: string;
            /** Wanted */
            wanted: string;
            /** What */
            what: string;
            /**
             * Within
             * @default 0.1 mm
             */
            within: string;
        };
        /**
         * CheckView
         * @description A size on a drawing beside the model's own, mm; in degrees where it ``takes`` an angle.
         */
        CheckView: {
            error: components["schemas"]["ErrorView"] | null;
            /** Found Mm */
            found_mm: number | null;
            /** Of */
            of: string[];
            /** Reads */
            reads: string;
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Size */
            size: string;
            /** Takes */
            takes: string;
            /** Wanted */
            wanted: string;
            /** Wanted Mm */
            wanted_mm: number | null;
            /** What */
            what: string;
            /** Within */
            within: string;
            /** Within Mm */
            within_mm: number | null;
            /** Word */
            word: string;
        };
        /**
         * Checked
         * @description What one check found.
         */
        Checked: {
            /** Check */
            check: string;
            /** Findings */
            findings: components["schemas"]["FindingView"][];
            /** Readings */
            readings: components["schemas"]["ReadingView"][];
            /**
             * Stage
             * @default check
             * @constant
             */
            stage: "check";
        };
        /**
         * CompareView
         * @description Materials side by side; ``..._within`` are fractions either way.
         */
        CompareView: {
            /** Filament M */
            filament_m: number;
            /** Footprint Within */
            footprint_within: number;
            /** Material */
            material: string;
            /** Price Per Kg */
            price_per_kg: number | null;
            /** Rows */
            rows: components["schemas"]["ComparedMaterial"][];
            /** Seconds */
            seconds: number;
            /** Time Within */
            time_within: number;
            /** Volume Mm3 */
            volume_mm3: number;
        };
        /**
         * Compared
         * @description Two versions: what differs in the document, and what followed for the parts.
         */
        Compared: {
            /** Consequences */
            consequences: components["schemas"]["Consequence"][];
            /** Differences */
            differences: components["schemas"]["Difference"][];
        };
        /**
         * ComparedMaterial
         * @description What everything a project prints would come to in one material.
         */
        ComparedMaterial: {
            /** Bends */
            bends: string;
            /** Cost */
            cost: number | null;
            /** Footprint G */
            footprint_g: number | null;
            /** Mass G */
            mass_g: number;
            /** Material */
            material: string;
            /** Modulus Mpa */
            modulus_mpa: number;
            /** Strain Percent */
            strain_percent: number;
            /** Warm C */
            warm_c: number;
            /** Working */
            working: string;
        };
        /**
         * ConflictView
         * @description Something both changed; ``-`` where it is not there.
         */
        ConflictView: {
            /** Before */
            before: string;
            /** Mine */
            mine: string;
            /** Path */
            path: string;
            /** Theirs */
            theirs: string;
            /** What */
            what: string;
        };
        /**
         * Consequence
         * @description One thing that followed from an edit.
         */
        Consequence: {
            /** After */
            after: string;
            /** Before */
            before: string;
            /** Label */
            label: string;
        };
        /**
         * CopiesView
         * @description The copies that are kept, newest first, and where; whether they can be made from here.
         */
        CopiesView: {
            /** Copies */
            copies: components["schemas"]["CopyView"][];
            /** Folder */
            folder: string;
            /** Here */
            here: boolean;
        };
        /**
         * CopyIn
         * @description A part to be there once more.
         */
        CopyIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Part */
            part: string;
        };
        /**
         * CopyView
         * @description A copy of the books that is kept here.
         */
        CopyView: {
            /** Kind */
            kind: string;
            /**
             * Made
             * Format: date-time
             */
            made: string;
            /** Name */
            name: string;
            /** Size */
            size: number;
        };
        /**
         * CutView
         * @description Where to cut: square to which axis of the part, at what place of it, and what is cut.
         */
        CutView: {
            /** At Mm */
            at_mm: number;
            /** Axis */
            axis: string;
            /** Section Mm2 */
            section_mm2: number;
        };
        /**
         * DeskIn
         * @description A document and the path of a field in it that is told as moves; ``text`` to be tried
         *     there.
         */
        DeskIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Path */
            path: string;
            /** Text */
            text?: string | null;
        };
        /**
         * Difference
         * @description One thing that differs between two documents; ``-`` where it is not there.
         */
        Difference: {
            /** After */
            after: string;
            /** Before */
            before: string;
            /** What */
            what: string;
        };
        /**
         * DimensionView
         * @description What a number of a move measures; see `core.outlines.draggable.Dimension`.
         */
        DimensionView: {
            /** A */
            a: [
                number,
                number
            ];
            /** B */
            b: [
                number,
                number
            ];
            /** Index */
            index: number;
            /** Move */
            move: number;
            /** Shape */
            shape: string;
            /** Start Deg */
            start_deg: number;
            /** Sweep Deg */
            sweep_deg: number;
        };
        /**
         * Drawing
         * @description A traced drawing: one path in millimetres, y up, and what was left out of the file.
         *
         *     ``path`` holds ``M``, ``L``, ``A`` and ``Z`` as in SVG; arcs are true arcs.
         */
        Drawing: {
            /**
             * File
             * @default
             */
            file: string;
            /** Name */
            name: string;
            /** Path */
            path: string;
            /**
             * Skipped
             * @default []
             */
            skipped: string[];
        };
        /**
         * DrawingView
         * @description A step's outlines as SVG paths, mm, y downwards; ``low`` and ``high`` hold them all.
         *
         *     ``axis``: it is turned about x = 0. ``around_mm``, ``up_mm``, ``from_deg``: it is wrapped.
         */
        DrawingView: {
            /** Arcs */
            arcs: components["schemas"]["ArcView"][];
            /** Around Mm */
            around_mm?: number | null;
            /** Axis */
            axis: boolean;
            /**
             * From Deg
             * @default 0
             */
            from_deg: number;
            /** High */
            high: [
                number,
                number
            ];
            /** Low */
            low: [
                number,
                number
            ];
            /** Open Path */
            open_path: string;
            /** Paths */
            paths: string[];
            /** Tall Mm */
            tall_mm?: number | null;
            /**
             * Up Mm
             * @default 0
             */
            up_mm: number;
        };
        /**
         * Entry
         * @description What one step of a gauge showed.
         */
        Entry: {
            /** Clean */
            clean?: boolean | null;
            /** Face */
            face?: ("outer" | "inner") | null;
            /** Felt */
            felt?: string | null;
            /**
             * Label
             * @default
             */
            label: string;
            /**
             * Readings
             * @default []
             */
            readings: number[];
            /** Value */
            value: number;
        };
        /**
         * EntryInfo
         * @description One way to begin a step: what it is called, what finds it, and whether a pressed face
         *     offers it under a short word. ``outline`` is the kind of outline it begins with, if any, and
         *     ``also_outline`` what finds that.
         */
        EntryInfo: {
            /** About */
            about: string;
            /** Also */
            also: string[];
            /** Also Outline */
            also_outline: string[];
            /** At Edge */
            at_edge: string;
            /** At Face */
            at_face: string;
            /** Kind */
            kind: string;
            /** Outline */
            outline: string;
            /** Title */
            title: string;
            /** Way */
            way: number;
        };
        /**
         * ErrorView
         * @description Something that could not be worked out or built.
         */
        ErrorView: {
            /** Message */
            message: string;
            /** Position */
            position?: number | null;
            /** Remedy */
            remedy?: string | null;
            /** Where */
            where?: string | null;
        };
        /**
         * Errors
         * @description How printed sizes differ from designed ones, per side in mm, with standard deviations.
         *
         *     ``outer`` > 0: outer walls come out larger. ``inner`` < 0: holes and slots come out smaller.
         *     ``sigma`` is the spread from one gap to the next, of which ``shared`` (of its square) is common
         *     to all that is printed at once. ``together`` is the covariance of outer and inner, mm²: felt
         *     results tell only how far they lie apart.
         */
        Errors: {
            /**
             * Inner
             * @default -0.05
             */
            inner: number;
            /**
             * Inner Sd
             * @default 0.06
             */
            inner_sd: number;
            /**
             * Outer
             * @default 0.03
             */
            outer: number;
            /**
             * Outer Sd
             * @default 0.05
             */
            outer_sd: number;
            /**
             * Shared
             * @default 0.5
             */
            shared: number;
            /**
             * Sigma
             * @default 0.04
             */
            sigma: number;
            /**
             * Together
             * @default 0
             */
            together: number;
        };
        /**
         * ErrorsView
         * @description What is known of the errors, mm per side, with standard deviations.
         */
        ErrorsView: {
            /** Bridge Mm */
            bridge_mm: number;
            /** Bridge Sd */
            bridge_sd: number;
            /** Inner */
            inner: number;
            /** Inner Sd */
            inner_sd: number;
            /** Outer */
            outer: number;
            /** Outer Sd */
            outer_sd: number;
            /** Overhang Deg */
            overhang_deg: number;
            /** Overhang Sd */
            overhang_sd: number;
            /** Shared */
            shared: number;
            /** Sigma */
            sigma: number;
        };
        /**
         * ExpectedMass
         * @description A mass the part should come to, as a check on the model.
         */
        ExpectedMass: {
            /** Grams */
            grams: number;
            /**
             * Material
             * @default
             */
            material: string;
            /**
             * Tolerance Percent
             * @default 1
             */
            tolerance_percent: number;
        };
        /**
         * FaceIn
         * @description The way a face looks, in its part's own coordinates; any length.
         */
        FaceIn: {
            /** X */
            x: number;
            /** Y */
            y: number;
            /** Z */
            z: number;
        };
        /**
         * FaceView
         * @description A face of the mesh, and the place that lies in it, as ``step.name``; "" where none does.
         */
        FaceView: {
            /** Face */
            face: string;
            /**
             * Place
             * @default
             */
            place: string;
            /** Step */
            step: string;
        };
        /**
         * FieldIn
         * @description A document and the path of a field in it.
         */
        FieldIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Path */
            path: string;
        };
        /**
         * FieldView
         * @description One thing to edit: as typed, and what it comes to.
         *
         *     ``more``: of what it may be set to only what it is set to is told; the rest when it is asked
         *     for. ``beside``: the path of the field that the same press on a corner sets as well.
         */
        FieldView: {
            /**
             * Beside
             * @default
             */
            beside: string;
            /**
             * Default
             * @default
             */
            default: string;
            error?: components["schemas"]["ErrorView"] | null;
            /**
             * Formula
             * @default
             */
            formula: string;
            /**
             * Hint
             * @default
             */
            hint: string;
            /**
             * Kind
             * @enum {string}
             */
            kind: "length" | "angle" | "number" | "count" | "choice" | "text" | "place" | "face" | "faces" | "edges" | "from" | "step" | "steps" | "point" | "part" | "drawing" | "moves" | "fixed";
            /** Label */
            label: string;
            /**
             * More
             * @default false
             */
            more: boolean;
            /** Name */
            name: string;
            /**
             * Options
             * @default []
             */
            options: components["schemas"]["OptionView"][];
            /** Path */
            path: string;
            /**
             * Shown
             * @default
             */
            shown: string;
            /** Text */
            text: string;
            /** Typed */
            typed: boolean;
            /** Value */
            value?: number | null;
        };
        /**
         * FilamentLine
         * @description What all prints of one material come to, estimated; ``..._within`` are fractions either
         *     way.
         */
        FilamentLine: {
            /** Cost */
            cost: number | null;
            /** Long M */
            long_m: number;
            /** Mass G */
            mass_g: number;
            /** Mass Within */
            mass_within: number;
            /** Material */
            material: string;
            /** Prints */
            prints: number;
            /** Seconds */
            seconds: number;
            /** Time Within */
            time_within: number;
        };
        /** FindingView */
        FindingView: {
            /**
             * Accepted
             * @default
             */
            accepted: string;
            /** At */
            at?: [
                number,
                number,
                number
            ] | null;
            /**
             * Can Be Accepted
             * @default false
             */
            can_be_accepted: boolean;
            /** Check */
            check: string;
            /** Ends */
            ends?: [
                [
                    number,
                    number,
                    number
                ],
                [
                    number,
                    number,
                    number
                ]
            ] | null;
            /**
             * Fit
             * @default
             */
            fit: string;
            /** Limit */
            limit?: number | null;
            /** Message */
            message: string;
            /**
             * Part
             * @default
             */
            part: string;
            remedy?: components["schemas"]["RemedyView"] | null;
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /**
             * Shown As Value
             * @default false
             */
            shown_as_value: boolean;
            /**
             * Step
             * @default
             */
            step: string;
            /**
             * Unit
             * @default mm
             */
            unit: string;
            /** Value */
            value?: number | null;
        };
        /**
         * FitIn
         * @description A fit to begin between part a and part b; b empty: a new part that the fit makes.
         */
        FitIn: {
            /** A */
            a: string;
            /**
             * B
             * @default
             */
            b: string;
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Kind */
            kind: string;
            /** Near */
            near?: [
                number,
                number,
                number
            ] | null;
            /**
             * On A
             * @default
             */
            on_a: string;
            /**
             * On B
             * @default
             */
            on_b: string;
            /**
             * Way
             * @default 0
             */
            way: number;
        };
        /**
         * FitInfo
         * @description A kind of fit: what its parts are to each other, and whether it needs both to be there.
         */
        FitInfo: {
            /** About */
            about: string;
            /** Also */
            also: string[];
            /** Kind */
            kind: string;
            /** Makes B */
            makes_b: boolean;
            /** On A */
            on_a: boolean;
            /** On B */
            on_b: boolean;
            /** Roles */
            roles: string[];
            /** Title */
            title: string;
            /** Way */
            way: number;
        };
        /**
         * FitSpec
         * @description A relation between two parts.
         */
        FitSpec: {
            /**
             * Feel
             * @default slide
             * @enum {string}
             */
            feel: "press" | "snug" | "slide" | "free" | "print-in-place";
            /**
             * Fields
             * @default {}
             */
            fields: {
                [key: string]: string;
            };
            /**
             * Gap
             * @default
             */
            gap: string;
            /**
             * Gives Way
             * @default outer
             * @enum {string}
             */
            gives_way: "outer" | "inner" | "half each";
            /** Kind */
            kind: string;
            /**
             * Label
             * @default
             */
            label: string;
            /** Name */
            name: string;
            /** Parts */
            parts: [
                string,
                string
            ];
            place_a?: components["schemas"]["Place"] | null;
            place_b?: components["schemas"]["Place"] | null;
        };
        /** FitView */
        FitView: {
            /** Across Mm */
            across_mm: number | null;
            /** Chance */
            chance: number | null;
            /** Doubled */
            doubled: string;
            error: components["schemas"]["ErrorView"] | null;
            /**
             * Feel
             * @enum {string}
             */
            feel: "press" | "snug" | "slide" | "free" | "print-in-place";
            /** Fields */
            fields: components["schemas"]["FieldView"][];
            forecast: components["schemas"]["ForecastView"] | null;
            gap_field: components["schemas"]["FieldView"];
            /** Gap Mm */
            gap_mm: number | null;
            /** Gap Text */
            gap_text: string;
            /** Gap Working */
            gap_working: [
                string,
                string
            ][];
            /** Giver */
            giver: string;
            /** Givers */
            givers: components["schemas"]["OptionView"][];
            /** Gives Way */
            gives_way: string;
            /** In Place */
            in_place: boolean;
            /** Kind */
            kind: string;
            /** Kinds */
            kinds: components["schemas"]["OptionView"][];
            /** Label */
            label: string;
            /** Left */
            left: components["schemas"]["LeftView"][];
            /** More */
            more: components["schemas"]["Piece"][][];
            motion: components["schemas"]["MotionView"] | null;
            /** Name */
            name: string;
            /** Names */
            names: string[];
            /** Overlap Mm3 */
            overlap_mm3: number | null;
            /** Pairs */
            pairs: components["schemas"]["MeasuredPair"][];
            /** Parts */
            parts: [
                string,
                string
            ];
            /** Place More */
            place_more: components["schemas"]["Piece"][][];
            /** Place Words */
            place_words: components["schemas"]["Piece"][];
            /** Pose */
            pose: number[];
            /** Proposed Mm */
            proposed_mm: number;
            /** Roles */
            roles: [
                string,
                string
            ];
            section: components["schemas"]["SectionPicture"] | null;
            /** Sentence */
            sentence: components["schemas"]["Piece"][];
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Stack */
            stack: components["schemas"]["StackedView"][];
            /** Things */
            things: components["schemas"]["ThingsView"][];
            /** Title */
            title: string;
            track: components["schemas"]["TrackView"] | null;
            /** Unrolls */
            unrolls: boolean;
            /** Working */
            working: components["schemas"]["WorkingView"][];
        };
        /**
         * FollowView
         * @description What a fit's gap is and would become, and how likely its feel is either way.
         */
        FollowView: {
            /** Chance */
            chance: number;
            /** Chance Then */
            chance_then: number;
            /** Changes */
            changes: boolean;
            /** Feel */
            feel: string;
            /** Fit */
            fit: string;
            /** Gap Mm */
            gap_mm: number;
            /** Gap Then Mm */
            gap_then_mm: number;
            /** Project */
            project: number;
            /** Title */
            title: string;
        };
        /** ForecastView */
        ForecastView: {
            /** Chances */
            chances: {
                [key: string]: number;
            };
            /** Mean Mm */
            mean_mm: number;
            /** Sd Mm */
            sd_mm: number;
        };
        /**
         * Further
         * @description An outline joined with another, cut out of it, or common to both, moved and turned.
         *
         *     Here and in stations and places an empty text is what was left alone.
         */
        Further: {
            /**
             * Mode
             * @default add
             * @enum {string}
             */
            mode: "add" | "cut" | "common";
            outline: components["schemas"]["OutlineSpec"];
            /**
             * Turn
             * @default
             */
            turn: string;
            /**
             * X
             * @default
             */
            x: string;
            /**
             * Y
             * @default
             */
            y: string;
        };
        /**
         * GaugeStepView
         * @description One thing to judge or to read.
         */
        GaugeStepView: {
            /** Face */
            face: ("outer" | "inner") | null;
            /** Label */
            label: string;
            /** Value */
            value: number;
        };
        /**
         * GaugeView
         * @description A gauge as it would be made now.
         */
        GaugeView: {
            /** Kind */
            kind: string;
            /**
             * Reads
             * @enum {string}
             */
            reads: "feel" | "caliper" | "clean";
            /** Share */
            share: number | null;
            /** Steps */
            steps: components["schemas"]["GaugeStepView"][];
            /** Teaches */
            teaches: string;
            /** Title */
            title: string;
            /** Unit */
            unit: string;
        };
        /**
         * GivenView
         * @description One piece of a move's line: plain words, a value or a side.
         *
         *     ``index`` counts the values of the move, -1 for words and sides; ``start`` and ``end`` say where
         *     it stands in the whole text, without brackets round it. ``plain``: a bare number, which a drag
         *     may change.
         */
        GivenView: {
            /**
             * Bracket
             * @default false
             */
            bracket: boolean;
            /**
             * Choices
             * @default []
             */
            choices: string[];
            /**
             * End
             * @default 0
             */
            end: number;
            /**
             * Index
             * @default -1
             */
            index: number;
            /**
             * Plain
             * @default false
             */
            plain: boolean;
            /**
             * Settled
             * @default false
             */
            settled: boolean;
            /**
             * Shown
             * @default
             */
            shown: string;
            /**
             * Start
             * @default 0
             */
            start: number;
            /**
             * Takes
             * @default
             */
            takes: string;
            /**
             * Text
             * @default
             */
            text: string;
            /** Value */
            value?: number | null;
            /**
             * Words
             * @default
             */
            words: string;
        };
        /**
         * HandleView
         * @description A point that can be dragged, and by what numbers.
         */
        HandleView: {
            /** At */
            at: [
                number,
                number
            ];
            /** Holds */
            holds: components["schemas"]["HoldView"][];
            /** Move */
            move: number;
            /** What */
            what: string;
        };
        /**
         * HeldView
         * @description A distance across a face as drawn on the solid, in the part's own millimetres.
         *
         *     ``plain`` where it is a plain number that can be dragged; an expression is not overwritten.
         */
        HeldView: {
            /** End */
            end: [
                number,
                number,
                number
            ];
            /** Path */
            path: string;
            /** Plain */
            plain: boolean;
            /** Start */
            start: [
                number,
                number,
                number
            ];
            /** Text */
            text: string;
            /** Value */
            value: number;
            /** Way */
            way: [
                number,
                number,
                number
            ];
        };
        /**
         * HoldView
         * @description A number that decides a point, and how far the point goes for each mm or degree of it.
         */
        HoldView: {
            /** Dx */
            dx: number;
            /** Dy */
            dy: number;
            /** Index */
            index: number;
            /** Move */
            move: number;
        };
        /**
         * Invited
         * @description The address that lets one maker in, once; it is told now and never again.
         */
        Invited: {
            /** Path */
            path: string;
        };
        /**
         * JobView
         * @description Long work: how far it is, from 0 to 1, what it is doing, and what came of it.
         */
        JobView: {
            /** Faults */
            faults: string[];
            /** Id */
            id: number;
            /** Mended */
            mended: boolean;
            /** Name */
            name: string;
            /** Progress */
            progress: number;
            /** Project */
            project: number | null;
            /**
             * State
             * @enum {string}
             */
            state: "waiting" | "working" | "done" | "failed" | "cancelled";
            /** Words */
            words: string;
        };
        /**
         * Join
         * @description An invitation taken up.
         */
        Join: {
            /** Name */
            name: string;
            /** Password */
            password: string;
            /** Token */
            token: string;
        };
        /**
         * JointView
         * @description Where two segments meet, and whether they go on tangentially there.
         */
        JointView: {
            /** At */
            at: [
                number,
                number
            ];
            /** Tangent */
            tangent: boolean;
        };
        /**
         * Kept
         * @description A project as it is kept now. ``document`` where it is not what was sent. What it comes to
         *     follows under ``/built``.
         */
        Kept: {
            document?: components["schemas"]["Project"] | null;
            /** Redo */
            redo: string | null;
            /** Revision */
            revision: number;
            /** Undo */
            undo: string | null;
            /** Version */
            version: number;
        };
        /**
         * KindIn
         * @description A fit to become another kind.
         */
        KindIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Fit */
            fit: string;
            /** Kind */
            kind: string;
        };
        /**
         * LaidPart
         * @description One part, or parts printed assembled, on a bed; ``ring`` seen from above, mm from the bed's
         *     front left corner.
         */
        LaidPart: {
            /** At */
            at: [
                number,
                number
            ];
            /** Colour */
            colour: string;
            /** Label */
            label: string;
            /** Parts */
            parts: string[];
            /** Ring */
            ring: [
                number,
                number
            ][];
            /** Size Mm */
            size_mm: [
                number,
                number,
                number
            ];
            /** Turn Deg */
            turn_deg: number;
        };
        /**
         * LayerView
         * @description The rings of one layer, mm; ``extent`` is that of the whole part on the bed.
         */
        LayerView: {
            /** Extent */
            extent: [
                number,
                number,
                number,
                number
            ];
            /** Index */
            index: number;
            /** Infill */
            infill: [
                number,
                number
            ][][];
            /** Skin */
            skin: [
                number,
                number
            ][][];
            /** Walls */
            walls: [
                number,
                number
            ][][];
        };
        /** LeftView */
        LeftView: {
            /** Asked Mm */
            asked_mm: number;
            /** Lines */
            lines: number;
            /** Part */
            part: string;
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Value Mm */
            value_mm: number;
            /** What */
            what: string;
        };
        /**
         * Maker
         * @description Who asks: nobody by name where makers are not told apart. ``keeper`` may copy the workshop
         *     and invite.
         */
        Maker: {
            /** Keeper */
            keeper: boolean;
            /** Name */
            name: string;
            /** Told Apart */
            told_apart: boolean;
        };
        /**
         * MakerIn
         * @description Whether a maker may work here.
         */
        MakerIn: {
            /** Works */
            works: boolean;
        };
        /**
         * MakerView
         * @description A maker who came in once: whether it is who keeps the workshop, and whether shut out.
         */
        MakerView: {
            /** Keeper */
            keeper: boolean;
            /** Name */
            name: string;
            /**
             * Since
             * Format: date-time
             */
            since: string;
            /** Works */
            works: boolean;
        };
        /**
         * MarkLegend
         * @description One kind of hatching: what it says, how bad it is, and how much of it there is.
         */
        MarkLegend: {
            /** Area Mm2 */
            area_mm2: number;
            /** Kind */
            kind: string;
            /** Level */
            level: number;
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Words */
            words: string;
        };
        /**
         * MarkedPart
         * @description A part whose marks can be fetched by their key.
         */
        MarkedPart: {
            /** Key */
            key: string;
            /** Part */
            part: string;
        };
        /**
         * MarksView
         * @description What is hatched on the solids.
         */
        MarksView: {
            /** Legend */
            legend: components["schemas"]["MarkLegend"][];
            /** Parts */
            parts: components["schemas"]["MarkedPart"][];
        };
        /** MassView */
        MassView: {
            /** Density G Cm3 */
            density_g_cm3: number;
            /** Mass G */
            mass_g: number;
            /** Material */
            material: string;
        };
        /**
         * MaterialView
         * @description A material as this process has it; None where a property has no meaning for it.
         */
        MaterialView: {
            /** Density G Cm3 */
            density_g_cm3: number;
            /** Footprint Kg */
            footprint_kg: number | null;
            /** Modulus Mpa */
            modulus_mpa: number;
            /** Name */
            name: string;
            /** Softens C */
            softens_c: number | null;
            /** Source */
            source: string;
            /** Strain Once Percent */
            strain_once_percent: number | null;
        };
        /**
         * MazeAnswer
         * @description The maze as moves, for a track's field.
         */
        MazeAnswer: {
            /** Path */
            path: string;
        };
        /**
         * MazeIn
         * @description How many turns round the cylinder, and which of all such mazes.
         */
        MazeIn: {
            /** Seed */
            seed: number;
            /** Turns */
            turns: number;
        };
        /**
         * Measure
         * @description A named dimension.
         */
        Measure: {
            /** Expression */
            expression: string;
            /**
             * Kind
             * @default length
             * @enum {string}
             */
            kind: "length" | "angle" | "number" | "count";
            /** Name */
            name: string;
            /**
             * Note
             * @default
             */
            note: string;
        };
        /**
         * MeasureIn
         * @description A document, and one thing or two in it, as ``lid: body.top | body.front``.
         */
        MeasureIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Of */
            of: string[];
        };
        /** MeasureView */
        MeasureView: {
            error: components["schemas"]["ErrorView"] | null;
            /** Formula */
            formula: string;
            /** Kind */
            kind: string;
            /** Name */
            name: string;
            /** Note */
            note: string;
            /** Part */
            part: string;
            /** Path */
            path: string;
            /** Shown */
            shown: string;
            /** Text */
            text: string;
            /** Used */
            used: number;
            /** Value */
            value: number | null;
        };
        /**
         * MeasuredPair
         * @description One pair of faces that meet: the gap asked for and the one measured on the solids.
         */
        MeasuredPair: {
            /** Asked Mm */
            asked_mm: number;
            /** At */
            at: [
                number,
                number,
                number
            ] | null;
            /** Measured Mm */
            measured_mm: number | null;
            /** Name */
            name: string;
        };
        /**
         * MergeIn
         * @description A document that grew from a revision, to be put together with what is kept now.
         */
        MergeIn: {
            /**
             * Choices
             * @default {}
             */
            choices: {
                [key: string]: "mine" | "theirs";
            };
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Revision */
            revision: number;
        };
        /**
         * Merged
         * @description Both put together, on top of what is kept now; nothing is kept yet.
         *
         *     ``conflicts`` must still be chosen; until then theirs stands there. ``elsewhere`` is what the
         *     other changed.
         */
        Merged: {
            /** Conflicts */
            conflicts: components["schemas"]["ConflictView"][];
            document: components["schemas"]["Project"];
            /** Elsewhere */
            elsewhere: components["schemas"]["Difference"][];
            /** Revision */
            revision: number;
            /** Version */
            version: number;
        };
        /**
         * MeshAnswer
         * @description A mesh as read; ``project`` is the new one, or None while it is not sound. A large one is
         *     read by a job.
         */
        MeshAnswer: {
            /** Faults */
            faults: string[];
            /** Job */
            job?: number | null;
            /** Left */
            left: string[];
            /** Project */
            project: number | null;
            /** Triangles */
            triangles: number;
        };
        /**
         * MeshIn
         * @description How a mesh file is to be read: its unit where the file does not say, and whether to
         *     mend it.
         */
        MeshIn: {
            /**
             * Mend
             * @default false
             */
            mend: boolean;
            /**
             * Units
             * @default mm
             */
            units: string;
        };
        /**
         * MotionReport
         * @description A motion tried out on the finished solids.
         */
        MotionReport: {
            /** Contact */
            contact: number | null;
            motion: components["schemas"]["MotionView"];
            /** Poses */
            poses: components["schemas"]["PoseView"][];
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Tightest */
            tightest: number;
            /** Words */
            words: string;
        };
        /**
         * MotionView
         * @description How the second part moves: ``way`` turn, slide, screw or track, from ``low`` to ``high``.
         */
        MotionView: {
            /** High */
            high: number;
            /** Low */
            low: number;
            /** Unit */
            unit: string;
            /** Way */
            way: string;
            /** Words */
            words: string;
        };
        /**
         * MoveInfo
         * @description A word that outlines are drawn with: its form (L length, A angle, N times, SIDE left or
         *     right, AXIS up or across; ``?`` where closing may settle it), an example of it, and what it
         *     does.
         */
        MoveInfo: {
            /** About */
            about: string;
            /** Example */
            example: string;
            /** Form */
            form: string;
            /** Group */
            group: string;
            /** Name */
            name: string;
            /** Word */
            word: string;
        };
        /**
         * MoveView
         * @description One move: where it stands in the text, its pieces, and what is wrong with it.
         */
        MoveView: {
            /** End */
            end: number;
            error?: components["schemas"]["ErrorView"] | null;
            /** Pieces */
            pieces: components["schemas"]["GivenView"][];
            /** Start */
            start: number;
            /** Text */
            text: string;
        };
        /**
         * NameIn
         * @description What a version is called; empty for nothing.
         */
        NameIn: {
            /** Name */
            name: string;
        };
        /**
         * NewIn
         * @description A new project: from a starter, or from a document.
         */
        NewIn: {
            /**
             * Answers
             * @default {}
             */
            answers: {
                [key: string]: string;
            };
            /** Document */
            document?: {
                [key: string]: unknown;
            } | null;
            /**
             * Feel
             * @default
             */
            feel: string;
            /**
             * Starter
             * @default
             */
            starter: string;
            /**
             * Units
             * @default mm
             * @enum {string}
             */
            units: "mm" | "in";
        };
        /**
         * NewProcessIn
         * @description A process like another on the bench, on another machine or in another material.
         */
        NewProcessIn: {
            /** Bed Mm */
            bed_mm: [
                number,
                number,
                number
            ];
            /** Layer Mm */
            layer_mm: number;
            /** Like */
            like: number;
            /** Material */
            material: string;
            /** Nozzle Mm */
            nozzle_mm: number;
            /** Printer */
            printer: string;
        };
        /**
         * Newest
         * @description Where a project is now.
         */
        Newest: {
            /** Revision */
            revision: number;
            /** Thrown */
            thrown: boolean;
            /** Version */
            version: number;
        };
        /**
         * Opened
         * @description A project, opened: its document and what is at hand of what it comes to.
         */
        Opened: {
            document: components["schemas"]["Project"];
            /** Id */
            id: number;
            /** Proved */
            proved: boolean;
            /** Redo */
            redo: string | null;
            report: components["schemas"]["Report"];
            /** Revision */
            revision: number;
            /**
             * Unbuilt
             * @default
             */
            unbuilt: string;
            /** Undo */
            undo: string | null;
            /** Version */
            version: number;
        };
        /**
         * OptionView
         * @description One thing a field may be set to: what is kept, and what is read.
         */
        OptionView: {
            /** Value */
            value: string;
            /** Words */
            words: string;
        };
        /**
         * OptionsView
         * @description Everything a field may be set to, and the field beside it, that a press on a corner sets as
         *     well.
         */
        OptionsView: {
            /**
             * Beside
             * @default []
             */
            beside: components["schemas"]["OptionView"][];
            /** Options */
            options: components["schemas"]["OptionView"][];
        };
        /**
         * Outcome
         * @description How a fit turned out.
         */
        Outcome: {
            /**
             * Feel
             * @default
             */
            feel: string;
            /**
             * Felt
             * @default
             */
            felt: string;
            /** Fit */
            fit: string;
            /** Gap Mm */
            gap_mm: number;
            /**
             * Label
             * @default
             */
            label: string;
        };
        /**
         * OutlineDeskView
         * @description Everything the outline desk draws and lists.
         */
        OutlineDeskView: {
            /** Area Mm2 */
            area_mm2: number;
            /** Axis */
            axis: boolean;
            /** Closed */
            closed: boolean;
            /** Crossings */
            crossings: [
                number,
                number
            ][];
            /** Dimensions */
            dimensions: components["schemas"]["DimensionView"][];
            /** Draws */
            draws: string;
            error?: components["schemas"]["ErrorView"] | null;
            /** Handles */
            handles: components["schemas"]["HandleView"][];
            /** High */
            high: [
                number,
                number
            ];
            /** Joints */
            joints: components["schemas"]["JointView"][];
            /** Length Mm */
            length_mm: number;
            /** Low */
            low: [
                number,
                number
            ];
            /** Moves */
            moves: components["schemas"]["MoveView"][];
            /** Open From */
            open_from?: [
                number,
                number
            ] | null;
            /** Open To */
            open_to?: [
                number,
                number
            ] | null;
            /** Path */
            path: string;
            /** Segments */
            segments: components["schemas"]["SegmentView"][];
            /** Text */
            text: string;
            /** Title */
            title: string;
            /** Under */
            under: string[];
            /** Under High */
            under_high?: [
                number,
                number
            ] | null;
            /** Under Low */
            under_low?: [
                number,
                number
            ] | null;
        };
        /**
         * OutlineIn
         * @description An outline to become another kind, by its path inside the step.
         */
        OutlineIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Kind */
            kind: string;
            /** Part */
            part: string;
            /** Path */
            path: string;
            /** Step */
            step: string;
        };
        /**
         * OutlineInfo
         * @description A kind of outline.
         */
        OutlineInfo: {
            /** Kind */
            kind: string;
            /** Title */
            title: string;
        };
        /**
         * OutlineSpec
         * @description Which outline a step uses, and its fields.
         */
        OutlineSpec: {
            /**
             * Fields
             * @default {}
             */
            fields: {
                [key: string]: string;
            };
            /** Kind */
            kind: string;
            /**
             * More
             * @default []
             */
            more: components["schemas"]["Further"][];
        };
        /**
         * OutlineView
         * @description An outline of a step that may become another kind: its path inside the step, and the path of
         *     the field that draws it by moves, empty where it must be taken apart first.
         */
        OutlineView: {
            /**
             * Drawn
             * @default
             */
            drawn: string;
            /** Kind */
            kind: string;
            /** Path */
            path: string;
            /** Words */
            words: string;
        };
        /**
         * OwnValues
         * @description A material's values as its maker knows them, in place of the table's; empty is the
         *     table's.
         */
        OwnValues: {
            /** Density G Cm3 */
            density_g_cm3?: number | null;
            /** Footprint Kg */
            footprint_kg?: number | null;
            /** Modulus Mpa */
            modulus_mpa?: number | null;
            /** Softens C */
            softens_c?: number | null;
            /** Source */
            source: string;
            /** Strain Once Percent */
            strain_once_percent?: number | null;
        };
        /**
         * PageName
         * @description A page there is: its room, what it is of, and its title.
         */
        PageName: {
            /** Kind */
            kind: string;
            /** Room */
            room: string;
            /** Title */
            title: string;
        };
        /**
         * PageRow
         * @description One thing that can be set: what it is, what it takes, what holds where it is left alone.
         */
        PageRow: {
            /** Alone */
            alone: string;
            /** Takes */
            takes: string;
            /** What */
            what: string;
            /** When */
            when: string;
        };
        /**
         * PageView
         * @description A page: what the thing is, what finds it, what can be set of it, and what is said besides.
         */
        PageView: {
            /** About */
            about: string;
            /** Found By */
            found_by: string[];
            /** Kind */
            kind: string;
            /** Picture */
            picture: string;
            /** Room */
            room: string;
            /** Rows */
            rows: components["schemas"]["PageRow"][];
            /** Title */
            title: string;
            /** Told */
            told: string[];
        };
        /**
         * Part
         * @description One real-world piece.
         */
        Part: {
            /**
             * Bought
             * @default false
             */
            bought: boolean;
            /**
             * Clear
             * @default 0.5 mm
             */
            clear: string;
            /**
             * Colour
             * @default #7fa79f
             */
            colour: string;
            expected_mass?: components["schemas"]["ExpectedMass"] | null;
            /**
             * Inside
             * @default
             */
            inside: string;
            /**
             * Label
             * @default
             */
            label: string;
            /**
             * Material
             * @default
             */
            material: string;
            /**
             * Measures
             * @default []
             */
            measures: components["schemas"]["Measure"][];
            /** Name */
            name: string;
            /**
             * Shown
             * @default solid
             * @enum {string}
             */
            shown: "solid" | "seen through" | "hidden";
            /**
             * Stance
             * @default bottom
             */
            stance: string;
            /**
             * Steps
             * @default []
             */
            steps: components["schemas"]["Step"][];
        };
        /**
         * PartIn
         * @description A part to begin.
         */
        PartIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /**
             * Label
             * @default
             */
            label: string;
        };
        /** PartView */
        PartView: {
            /** Area Mm2 */
            area_mm2: number | null;
            /** Bought */
            bought: boolean;
            /** Capacity Mm3 */
            capacity_mm3: number | null;
            /** Centre Mm */
            centre_mm: [
                number,
                number,
                number
            ] | null;
            /** Closed */
            closed: boolean | null;
            /** Colour */
            colour: string;
            /** Faces */
            faces: components["schemas"]["FaceView"][];
            /** Inside */
            inside: string;
            /** Islands */
            islands: number | null;
            /** Key */
            key: string;
            /** Label */
            label: string;
            /** Layers */
            layers: number | null;
            mass: components["schemas"]["MassView"] | null;
            /** Name */
            name: string;
            /** Overhang Mm2 */
            overhang_mm2: number | null;
            /** Places */
            places: string[];
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Size Mm */
            size_mm: [
                number,
                number,
                number
            ] | null;
            /** Stance */
            stance: string;
            /** Steps */
            steps: components["schemas"]["StepView"][];
            /** Triangles */
            triangles: number;
            /** Unsupported Mm2 */
            unsupported_mm2: number | null;
            /** Volume Mm3 */
            volume_mm3: number | null;
            /** Wall Min Mm */
            wall_min_mm: number | null;
            /** Wall P05 Mm */
            wall_p05_mm: number | null;
        };
        /**
         * Piece
         * @description A piece of a sentence: plain text, or the field of that name.
         */
        Piece: {
            /**
             * Field
             * @default
             */
            field: string;
            /**
             * Text
             * @default
             */
            text: string;
        };
        /**
         * PiecesIn
         * @description A split whose other pieces are to be parts.
         */
        PiecesIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Part */
            part: string;
            /** Step */
            step: string;
        };
        /**
         * Place
         * @description Where a step acts: a named face of an earlier step (empty: the bed), moved and turned.
         *
         *     ``x`` and ``y`` are told from what ``x_from`` and ``y_from`` name: another face, whose plane
         *     meets this one in an edge (``body.left``), a step, whose middle or axis is meant
         *     (``hole``), or a point (``body.top | body.left``); from the middle of the face where they are
         *     empty.
         */
        Place: {
            /**
             * On
             * @default
             */
            on: string;
            /**
             * Out
             * @default
             */
            out: string;
            /**
             * Turn
             * @default
             */
            turn: string;
            /**
             * X
             * @default
             */
            x: string;
            /**
             * X From
             * @default
             */
            x_from: string;
            /**
             * Y
             * @default
             */
            y: string;
            /**
             * Y From
             * @default
             */
            y_from: string;
        };
        /**
         * PlaceIn
         * @description A step to stand on a face, where that was pressed.
         */
        PlaceIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Near */
            near: [
                number,
                number,
                number
            ];
            /** On */
            on: string;
            /** Part */
            part: string;
            /** Step */
            step: string;
        };
        /**
         * PlanIn
         * @description The parts of a print to be made.
         */
        PlanIn: {
            /** Parts */
            parts: string[];
        };
        /**
         * PlanView
         * @description What is next on one printer, in order.
         */
        PlanView: {
            /** Items */
            items: components["schemas"]["PlannedView"][];
            /** Name */
            name: string;
            /** Process */
            process: number | null;
            /** Spool G */
            spool_g?: number | null;
        };
        /**
         * PlannedView
         * @description A print still to be made; ``left_g`` of filament after it, below nought when it runs out.
         */
        PlannedView: {
            /** Id */
            id: number;
            /** Left G */
            left_g: number | null;
            /** Mass G */
            mass_g: number;
            /** Parts */
            parts: string[];
            /** Project */
            project: number;
            /** Seconds */
            seconds: number;
            /** Title */
            title: string;
        };
        /**
         * PlaySet
         * @description The play set that came with the program: how many of it there are, and whether put away.
         */
        PlaySet: {
            /** Away */
            away: boolean;
            /** Count */
            count: number;
        };
        /**
         * PoseView
         * @description One place on the way: the pose of b in a (3 × 4, row by row), the gap and the overlap.
         *
         *     ``first`` is where a itself has moved to, empty where it stays.
         */
        PoseView: {
            /** At */
            at: number;
            /** Collides */
            collides: boolean;
            /** First */
            first: number[];
            /** Gap Mm */
            gap_mm: number;
            /** Overlap Mm3 */
            overlap_mm3: number;
            /** Point */
            point: [
                number,
                number,
                number
            ];
            /** Pose */
            pose: number[];
        };
        /**
         * Preview
         * @description What a document would come to.
         */
        Preview: {
            /** Consequences */
            consequences: components["schemas"]["Consequence"][];
            document: components["schemas"]["Project"];
            report: components["schemas"]["Report"];
        };
        /**
         * PreviewIn
         * @description A document to work out without keeping it; edits are applied first.
         */
        PreviewIn: {
            /** Against */
            against?: {
                [key: string]: unknown;
            } | null;
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /**
             * Edits
             * @default []
             */
            edits: components["schemas"]["RemedyEdit"][];
        };
        /**
         * PrintIn
         * @description A print to be written into the logbook.
         */
        PrintIn: {
            /**
             * Made Up
             * @default false
             */
            made_up: boolean;
            /**
             * Notes
             * @default
             */
            notes: string;
            /**
             * Once
             * @default
             */
            once: string;
            /**
             * Outcomes
             * @default []
             */
            outcomes: components["schemas"]["Outcome"][];
            /** Parts */
            parts: string[];
            /**
             * Printed
             * Format: date
             */
            printed: string;
            /**
             * Readings
             * @default []
             */
            readings: components["schemas"]["SizeRead"][];
        };
        /**
         * PrintView
         * @description A print in the logbook, with what the next one should change.
         */
        PrintView: {
            /** Details */
            details: {
                [key: string]: unknown;
            };
            /** Id */
            id: number;
            /** Made Up */
            made_up: boolean;
            /** Notes */
            notes: string;
            /** Outcomes */
            outcomes: components["schemas"]["Outcome"][];
            /** Parts */
            parts: string[];
            /** Photo */
            photo: boolean;
            /** Photo Before */
            photo_before: boolean;
            /**
             * Printed
             * Format: date
             */
            printed: string;
            /** Process */
            process: string;
            /** Project */
            project: number | null;
            /** Readings */
            readings: components["schemas"]["SizeRead"][];
            /** Revision */
            revision: number;
            /** Suggestions */
            suggestions: string[];
            /** Title */
            title: string;
        };
        /**
         * Process
         * @description A printer, a nozzle, a layer height and a material together.
         */
        Process: {
            /** Bands */
            bands?: {
                [key: string]: components["schemas"]["Band"];
            };
            /**
             * Bed Mm
             * @default [
             *       220,
             *       220,
             *       240
             *     ]
             */
            bed_mm: [
                number,
                number,
                number
            ];
            /**
             * Bridge Limit Mm
             * @default 10
             */
            bridge_limit_mm: number;
            errors?: components["schemas"]["Errors"];
            /**
             * Layer Mm
             * @default 0.2
             */
            layer_mm: number;
            /**
             * Line Mm
             * @default 0.45
             */
            line_mm: number;
            /**
             * Material
             * @default PLA
             */
            material: string;
            /**
             * Nozzle Mm
             * @default 0.4
             */
            nozzle_mm: number;
            /**
             * Overhang Limit Deg
             * @default 45
             */
            overhang_limit_deg: number;
            /** Own */
            own?: {
                [key: string]: components["schemas"]["OwnValues"];
            };
            /**
             * Printer
             * @default Towpath 220
             */
            printer: string;
            slicing?: components["schemas"]["Slicing"];
        };
        /**
         * ProcessChoice
         * @description Which process a project is to be meant for.
         */
        ProcessChoice: {
            /** Process */
            process: number;
            /** Version */
            version: number;
        };
        /**
         * ProcessIn
         * @description A process as its maker describes it.
         */
        ProcessIn: {
            /** Name */
            name: string;
            process: components["schemas"]["Process"];
        };
        /**
         * ProcessView
         * @description A process on the bench.
         */
        ProcessView: {
            before: components["schemas"]["ErrorsView"];
            /** Felt */
            felt: string[];
            /** Gauges */
            gauges: components["schemas"]["GaugeView"][];
            given: components["schemas"]["Process"];
            /** Id */
            id: number;
            material: components["schemas"]["MaterialView"];
            /** Name */
            name: string;
            now: components["schemas"]["ErrorsView"];
            /** Prints */
            prints: number;
            /** Questions */
            questions: string[];
            /** Results */
            results: components["schemas"]["ResultView"][];
        };
        /**
         * Project
         * @description One piece of work.
         */
        Project: {
            /**
             * Accepted
             * @default []
             */
            accepted: components["schemas"]["Accepted"][];
            /**
             * Checklist
             * @default []
             */
            checklist: components["schemas"]["Check"][];
            /**
             * Drawings
             * @default []
             */
            drawings: components["schemas"]["Drawing"][];
            /**
             * Fits
             * @default []
             */
            fits: components["schemas"]["FitSpec"][];
            /**
             * Format
             * @default fair-hinge-project
             * @constant
             */
            format: "fair-hinge-project";
            /**
             * Measures
             * @default []
             */
            measures: components["schemas"]["Measure"][];
            /**
             * Notes
             * @default
             */
            notes: string;
            /**
             * Parts
             * @default []
             */
            parts: components["schemas"]["Part"][];
            process?: components["schemas"]["Process"];
            /** Title */
            title: string;
            /**
             * Units
             * @default mm
             * @enum {string}
             */
            units: "mm" | "in";
            use?: components["schemas"]["Use"];
            /**
             * Version
             * @default 2
             * @constant
             */
            version: 2;
        };
        /**
         * Proof
         * @description A version proved, and what followed from what was changed. No remedy is tried yet.
         */
        Proof: {
            /**
             * Consequences
             * @default []
             */
            consequences: components["schemas"]["Consequence"][];
            report: components["schemas"]["Report"];
            /**
             * Stage
             * @default proof
             * @constant
             */
            stage: "proof";
        };
        /**
         * PushEnd
         * @description One way a measure was pushed: the last value that holds; where it breaks and why, if it
         *     does before four times or a quarter of the value.
         */
        PushEnd: {
            /** Breaks */
            breaks: number | null;
            /** Breaks Shown */
            breaks_shown: string;
            finding: components["schemas"]["FindingView"] | null;
            /** Shown */
            shown: string;
            /** Value */
            value: number;
            /** Words */
            words: string;
        };
        /**
         * PushedView
         * @description How far a measure can go with nothing worse than now. Values in mm, degrees or plain.
         */
        PushedView: {
            high: components["schemas"]["PushEnd"];
            low: components["schemas"]["PushEnd"];
            /** Name */
            name: string;
            /** Path */
            path: string;
            /** Shown */
            shown: string;
            /** Tries */
            tries: number;
            /** Value */
            value: number;
        };
        /**
         * ReadView
         * @description One reading, mm or degrees as ``unit`` says, and the points it is drawn between, in the
         *     coordinates of the first thing's part.
         */
        ReadView: {
            /** A */
            a: [
                number,
                number,
                number
            ] | null;
            /** B */
            b: [
                number,
                number,
                number
            ] | null;
            /** Reads */
            reads: string;
            /** Unit */
            unit: string;
            /** Value */
            value: number;
        };
        /**
         * ReadingView
         * @description One instrument along the bottom of the desk.
         */
        ReadingView: {
            /** Checks */
            checks: string[];
            /** Name */
            name: string;
            /**
             * Place
             * @default 0
             */
            place: number;
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Unit */
            unit: string;
            /** Value */
            value: string;
            /** Word */
            word: string;
        };
        /**
         * Refusal
         * @description Why something was refused.
         */
        Refusal: {
            /** Message */
            message: string;
            /** Position */
            position?: number | null;
            /** Reference */
            reference?: string | null;
            /** Remedy */
            remedy?: string | null;
            /** Version */
            version?: number | null;
            /** Where */
            where?: string | null;
        };
        /** RemedyEdit */
        RemedyEdit: {
            /** Path */
            path: string;
            /** Text */
            text: string;
        };
        /** RemedyView */
        RemedyView: {
            /** Edits */
            edits: components["schemas"]["RemedyEdit"][];
            /** Label */
            label: string;
        };
        /**
         * RenameIn
         * @description A measure to rename everywhere in a document.
         */
        RenameIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** New */
            new: string;
            /** Old */
            old: string;
        };
        /**
         * Renamed
         * @description The document with the measure renamed; nothing is kept.
         */
        Renamed: {
            document: components["schemas"]["Project"];
        };
        /**
         * Report
         * @description Everything a screen shows of a project.
         */
        Report: {
            /** Bands */
            bands: components["schemas"]["BandView"][];
            /** Checklist */
            checklist: components["schemas"]["CheckView"][];
            /** Drawings */
            drawings: string[];
            /** Findings */
            findings: components["schemas"]["FindingView"][];
            /** Fits */
            fits: components["schemas"]["FitView"][];
            /** Measures */
            measures: components["schemas"]["MeasureView"][];
            /** Names */
            names: string[];
            /** Parts */
            parts: components["schemas"]["PartView"][];
            /** Process */
            process: string;
            /** Readings */
            readings: components["schemas"]["ReadingView"][];
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Title */
            title: string;
            /** Units */
            units: string;
        };
        /**
         * RestoredView
         * @description What came back from a copy.
         */
        RestoredView: {
            /** Beside */
            beside: boolean;
            /** Processes */
            processes: number;
            /** Projects */
            projects: number;
        };
        /**
         * ResultIn
         * @description A gauge's result; without ``keep`` it is only tried out.
         */
        ResultIn: {
            /** Entries */
            entries: components["schemas"]["Entry"][];
            /** Gauge */
            gauge: string;
            /**
             * Keep
             * @default false
             */
            keep: boolean;
            /**
             * Made Up
             * @default false
             */
            made_up: boolean;
        };
        /**
         * ResultView
         * @description A result that was kept.
         */
        ResultView: {
            /** Entries */
            entries: number;
            /** Gauge */
            gauge: string;
            /** Id */
            id: number;
            /** Made Up */
            made_up: boolean;
            /** When */
            when: string;
        };
        /**
         * RevisionView
         * @description One change of a project.
         */
        RevisionView: {
            /** Current */
            current: boolean;
            /** Name */
            name: string;
            /** Number */
            number: number;
            /** Parent */
            parent: number | null;
            /** When */
            when: string;
            /** Words */
            words: string;
        };
        /**
         * RunView
         * @description One run of a track as typed: up, down, left or right, and how far.
         */
        RunView: {
            /** Length */
            length: string;
            /** Way */
            way: string;
        };
        /**
         * SaveIn
         * @description A change made on top of a version.
         */
        SaveIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /** Version */
            version: number;
            /**
             * Words
             * @default
             */
            words: string;
        };
        /** SectionDimension */
        SectionDimension: {
            /** At End */
            at_end: boolean;
            /** End */
            end: [
                number,
                number
            ];
            /** Gap Mm */
            gap_mm: number;
            /** Measured Mm */
            measured_mm: number | null;
            /** Name */
            name: string;
            /** Start */
            start: [
                number,
                number
            ];
        };
        /** SectionLabel */
        SectionLabel: {
            /** At */
            at: [
                number,
                number
            ];
            /** Text */
            text: string;
        };
        /** SectionPart */
        SectionPart: {
            /** Loops */
            loops: [
                number,
                number
            ][][];
            /** Part */
            part: string;
            /**
             * Role
             * @enum {string}
             */
            role: "a" | "b";
        };
        /** SectionPicture */
        SectionPicture: {
            /** Dimensions */
            dimensions: components["schemas"]["SectionDimension"][];
            /** High */
            high: [
                number,
                number
            ];
            /** Labels */
            labels: components["schemas"]["SectionLabel"][];
            /** Low */
            low: [
                number,
                number
            ];
            /** Parts */
            parts: components["schemas"]["SectionPart"][];
            /** Things */
            things: [
                number,
                number
            ][][][];
        };
        /**
         * SegmentView
         * @description A finished line or arc as an SVG path, y downwards, and the number of its move (-1: none).
         */
        SegmentView: {
            /** A */
            a: [
                number,
                number
            ];
            /** B */
            b: [
                number,
                number
            ];
            /** Centre */
            centre: [
                number,
                number
            ] | null;
            /** Copied */
            copied: boolean;
            /** Length Mm */
            length_mm: number;
            /** Move */
            move: number;
            /** Path */
            path: string;
            /** Radius Mm */
            radius_mm: number | null;
        };
        /**
         * SettingView
         * @description One thing the estimate goes by, and what it may be; ``whole`` numbers only where said.
         */
        SettingView: {
            /** High */
            high: number;
            /** Label */
            label: string;
            /** Low */
            low: number;
            /** Name */
            name: string;
            /** Optional */
            optional: boolean;
            /** Unit */
            unit: string;
            /** Value */
            value: number | null;
            /** Whole */
            whole: boolean;
        };
        /**
         * ShareIn
         * @description A maker a project is shared with from now on; with nothing said of how, no longer.
         */
        ShareIn: {
            /**
             * How
             * @enum {string}
             */
            how: "read" | "edit" | "";
            /** Maker */
            maker: string;
        };
        /**
         * ShareView
         * @description Whom a project is shared with, and how.
         */
        ShareView: {
            /**
             * How
             * @enum {string}
             */
            how: "read" | "edit";
            /** Maker */
            maker: string;
        };
        /**
         * Sharing
         * @description Whom a project is shared with, and who else there is.
         */
        Sharing: {
            /** Others */
            others: string[];
            /** Shares */
            shares: components["schemas"]["ShareView"][];
        };
        /**
         * ShelfIn
         * @description What is set of a project on the shelf; what is left out stays.
         */
        ShelfIn: {
            /** Folder */
            folder?: string | null;
            /** Title */
            title?: string | null;
        };
        /**
         * ShelfItem
         * @description A project on the shelf, or in the bin since ``thrown``.
         */
        ShelfItem: {
            /** Count */
            count: number;
            /** Demo */
            demo: boolean;
            /** Fits */
            fits: string[];
            /** Folder */
            folder: string;
            /** Id */
            id: number;
            /** Materials */
            materials: string[];
            /**
             * Opened
             * Format: date-time
             */
            opened: string;
            /** Parts */
            parts: string[];
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Thrown */
            thrown: string | null;
            /** Title */
            title: string;
            /** Units */
            units: string;
            /**
             * Updated
             * Format: date-time
             */
            updated: string;
            /** Version */
            version: number;
            /** Worst */
            worst: string;
        };
        /**
         * SignIn
         * @description A maker's name and password.
         */
        SignIn: {
            /** Name */
            name: string;
            /** Password */
            password: string;
        };
        /**
         * SizeRead
         * @description A size of a printed part: as designed, and what the caliper read, mm.
         */
        SizeRead: {
            /**
             * Face
             * @enum {string}
             */
            face: "outer" | "inner";
            /** Label */
            label: string;
            /** Part */
            part: string;
            /**
             * Readings
             * @default []
             */
            readings: number[];
            /** Value */
            value: number;
        };
        /** SketchFit */
        SketchFit: {
            /** Name */
            name: string;
            /** Pose */
            pose: number[];
            /** Things */
            things: components["schemas"]["ThingsView"][];
        };
        /**
         * SketchIn
         * @description A document to be drawn at once, before it is proved.
         */
        SketchIn: {
            /** Document */
            document: {
                [key: string]: unknown;
            };
        };
        /**
         * SketchPart
         * @description A part's coarse solid; size and centre only say where it is drawn.
         *
         *     ``held`` are the distances of its steps that have any, by the step's id.
         */
        SketchPart: {
            /** Centre Mm */
            centre_mm: [
                number,
                number,
                number
            ];
            /** Faces */
            faces: components["schemas"]["FaceView"][];
            /** Held */
            held: {
                [key: string]: components["schemas"]["HeldView"][];
            };
            /** Key */
            key: string;
            /** Name */
            name: string;
            /** Size Mm */
            size_mm: [
                number,
                number,
                number
            ];
        };
        /**
         * SketchView
         * @description What is drawn of a change before it is proved.
         */
        SketchView: {
            /** Fits */
            fits: components["schemas"]["SketchFit"][];
            /** Parts */
            parts: components["schemas"]["SketchPart"][];
        };
        /**
         * SlicedLayer
         * @description One layer: its mid height, the areas of its zones and the time its lines take.
         */
        SlicedLayer: {
            /** Infill Mm2 */
            infill_mm2: number;
            /** Seconds */
            seconds: number;
            /** Skin Mm2 */
            skin_mm2: number;
            /** Wall Mm2 */
            wall_mm2: number;
            /** Z Mm */
            z_mm: number;
        };
        /**
         * SlicedView
         * @description What the print of some parts comes to, estimated; ``..._within`` are fractions either way.
         */
        SlicedView: {
            /** Cost */
            cost: number | null;
            /** Filament M */
            filament_m: number;
            /** Infill G */
            infill_g: number;
            /** Layer Mm */
            layer_mm: number;
            /** Layers */
            layers: components["schemas"]["SlicedLayer"][];
            /** Mass G */
            mass_g: number;
            /** Mass Within */
            mass_within: number;
            /** Material */
            material: string;
            /** Parts */
            parts: string[];
            /** Seconds */
            seconds: number;
            /** Settings */
            settings: components["schemas"]["SettingView"][];
            /** Skin G */
            skin_g: number;
            /** Solid G */
            solid_g: number;
            /** Time Within */
            time_within: number;
            /** Wall G */
            wall_g: number;
        };
        /**
         * Slicing
         * @description What a slicer would be told, for the estimate of the print.
         */
        Slicing: {
            /**
             * filament
             * @default 1.75
             */
            filament_mm: number;
            /**
             * speed of the rest
             * @default 80
             */
            fill_speed: number;
            /**
             * infill
             * @default 15
             */
            infill_percent: number;
            /**
             * a layer takes at least
             * @default 8
             */
            least_layer_s: number;
            /** price */
            price_per_kg?: number | null;
            /**
             * skins, top and bottom
             * @default 4
             */
            skins: number;
            /**
             * speed between
             * @default 150
             */
            travel_speed: number;
            /**
             * speed of walls
             * @default 45
             */
            wall_speed: number;
            /**
             * walls
             * @default 3
             */
            walls: number;
        };
        /**
         * Solids
         * @description A version as it is built: its solids can be drawn, nothing is proved yet.
         */
        Solids: {
            report: components["schemas"]["Report"];
            /**
             * Stage
             * @default solids
             * @constant
             */
            stage: "solids";
        };
        /**
         * SpoolIn
         * @description Grams of filament left; None where it is not kept.
         */
        SpoolIn: {
            /** Grams */
            grams?: number | null;
        };
        /**
         * StackedView
         * @description A size that others add up to, with its spread worst-case and by root-sum-square, mm.
         */
        StackedView: {
            /** Likely Mm */
            likely_mm: number;
            /** Name */
            name: string;
            /** Parts */
            parts: [
                string,
                number,
                number
            ][];
            /** Total Mm */
            total_mm: number;
            /** Worst Mm */
            worst_mm: number;
        };
        /**
         * StanceView
         * @description One way to stand: its name in the document, the same for each part printed together, the
         *     move of each onto the bed (3 × 4, row by row), and what follows.
         */
        StanceView: {
            /** Carried */
            carried: string;
            /** Chosen */
            chosen: boolean;
            /** Contact Mm2 */
            contact_mm2: number;
            /** Footing */
            footing: string;
            /** Height Mm */
            height_mm: number;
            /** Matrices */
            matrices: {
                [key: string]: number[];
            };
            /**
             * Severity
             * @enum {string}
             */
            severity: "good" | "note" | "warning" | "stop";
            /** Side */
            side: string;
            /** Stance */
            stance: string;
            /** Stances */
            stances: {
                [key: string]: string;
            };
            /** Unsupported Mm2 */
            unsupported_mm2: number;
            /** Weak */
            weak: string;
        };
        /**
         * StandInOut
         * @description What the stand-in printer and caliper give: made up, and said so.
         */
        StandInOut: {
            /** Entries */
            entries: components["schemas"]["Entry"][];
        };
        /**
         * Starter
         * @description Something to start from; ``meets`` is what must meet in it, empty for a bare page.
         */
        Starter: {
            /** About */
            about: string;
            /** Asks */
            asks: components["schemas"]["AskInfo"][];
            /** Feel */
            feel: string;
            /** Meets */
            meets: string;
            /** Name */
            name: string;
            /** Title */
            title: string;
        };
        /**
         * Station
         * @description A further outline of a step that has several, and where it stands above the first.
         */
        Station: {
            outline: components["schemas"]["OutlineSpec"];
            /**
             * Turn
             * @default
             */
            turn: string;
            /**
             * Up
             * @default 20 mm
             */
            up: string;
            /**
             * X
             * @default
             */
            x: string;
            /**
             * Y
             * @default
             */
            y: string;
        };
        /**
         * Step
         * @description One line of a build sheet.
         */
        Step: {
            /**
             * Enabled
             * @default true
             */
            enabled: boolean;
            /**
             * Fields
             * @default {}
             */
            fields: {
                [key: string]: string;
            };
            /** Id */
            id: string;
            /** Kind */
            kind: string;
            /**
             * Label
             * @default
             */
            label: string;
            /**
             * Note
             * @default
             */
            note: string;
            outline?: components["schemas"]["OutlineSpec"] | null;
            place?: components["schemas"]["Place"] | null;
            /**
             * Stations
             * @default []
             */
            stations: components["schemas"]["Station"][];
        };
        /**
         * StepIn
         * @description A step to begin: by its kind and way, on a face or where there is most room.
         */
        StepIn: {
            /**
             * After
             * @default
             */
            after: string;
            /** Document */
            document: {
                [key: string]: unknown;
            };
            /**
             * Edge
             * @default
             */
            edge: string;
            /** Kind */
            kind: string;
            /** Near */
            near?: [
                number,
                number,
                number
            ] | null;
            /**
             * On
             * @default
             */
            on: string;
            /**
             * Outline
             * @default
             */
            outline: string;
            /** Part */
            part: string;
            /**
             * Way
             * @default 0
             */
            way: number;
        };
        /** StepView */
        StepView: {
            /** Adds Outlines */
            adds_outlines: boolean;
            drawing: components["schemas"]["DrawingView"] | null;
            /** Enabled */
            enabled: boolean;
            error: components["schemas"]["ErrorView"] | null;
            /** Fields */
            fields: components["schemas"]["FieldView"][];
            /** Fit */
            fit: string;
            /** Held */
            held: components["schemas"]["HeldView"][];
            /** Id */
            id: string;
            /** Implicit */
            implicit: boolean;
            /** Kind */
            kind: string;
            /** Label */
            label: string;
            /** More */
            more: components["schemas"]["Piece"][][];
            /** Note */
            note: string;
            /** Outlines */
            outlines: components["schemas"]["OutlineView"][];
            /** Pieces */
            pieces: number;
            /** Says */
            says: string;
            /** Sentence */
            sentence: components["schemas"]["Piece"][];
            /** Title */
            title: string;
            /** Warns */
            warns: string[];
        };
        /**
         * TakeIn
         * @description The projects that are to take over what was learnt.
         */
        TakeIn: {
            /** Projects */
            projects: number[];
        };
        /**
         * Taken
         * @description How many projects changed.
         */
        Taken: {
            /** Changed */
            changed: number;
        };
        /**
         * Teaching
         * @description What a result would teach: errors before and after, what is doubtful, what follows.
         */
        Teaching: {
            after: components["schemas"]["ErrorsView"];
            before: components["schemas"]["ErrorsView"];
            /** Follows */
            follows: components["schemas"]["FollowView"][];
            /** Questions */
            questions: string[];
        };
        /**
         * ThingsView
         * @description Bought things of a fit as they are drawn, in the coordinates of its first part: its
         *     ``screws``, or the ``others`` they go into; the key of their mesh, and how long one is, mm.
         */
        ThingsView: {
            /** Key */
            key: string;
            /** Long Mm */
            long_mm: number;
            /**
             * Of
             * @enum {string}
             */
            of: "screws" | "others";
        };
        /**
         * ThrownView
         * @description Something in the bin that is no project.
         */
        ThrownView: {
            /** Id */
            id: number;
            /**
             * Kind
             * @enum {string}
             */
            kind: "print" | "result" | "process" | "planned";
            /**
             * Thrown
             * Format: date-time
             */
            thrown: string;
            /** Title */
            title: string;
        };
        /**
         * TipIn
         * @description How far a part is tipped from how it stands, degrees.
         */
        TipIn: {
            /**
             * Forward
             * @default 0
             */
            forward: number;
            /**
             * Right
             * @default 0
             */
            right: number;
        };
        /**
         * TooLarge
         * @description What fits no bed, by how much, and where to cut it.
         */
        TooLarge: {
            /** Cuts */
            cuts: components["schemas"]["CutView"][];
            /** Label */
            label: string;
            /** Parts */
            parts: string[];
            /** Short By Mm */
            short_by_mm: number;
        };
        /**
         * Traced
         * @description A drawing as read from a file; nothing is kept until a document holds it.
         */
        Traced: {
            /** Path */
            path: string;
            /** Shapes */
            shapes: number;
            /** Skipped */
            skipped: string[];
        };
        /**
         * TrackView
         * @description A track laid out on the unrolled cylinder, mm; drawn even where it cannot be cut.
         */
        TrackView: {
            /** Around Mm */
            around_mm: number;
            /** Copies */
            copies: number;
            /** Path */
            path: string;
            /** Points */
            points: [
                number,
                number
            ][];
            /** Runs */
            runs: components["schemas"]["RunView"][];
            /** Wide Mm */
            wide_mm: number;
        };
        /**
         * TrialOut
         * @description What a stand-in printer and caliper made up for a print.
         */
        TrialOut: {
            /** Felt */
            felt: {
                [key: string]: string;
            };
            /** Sizes */
            sizes: components["schemas"]["SizeRead"][];
        };
        /**
         * TwoIn
         * @description Two documents to be compared.
         */
        TwoIn: {
            /** After */
            after: {
                [key: string]: unknown;
            };
            /** Before */
            before: {
                [key: string]: unknown;
            };
        };
        /**
         * Use
         * @description What the project is meant for, where that can hurt someone.
         */
        Use: {
            /**
             * Food
             * @default false
             */
            food: boolean;
            /**
             * Load
             * @default false
             */
            load: boolean;
            /**
             * Toy
             * @default false
             */
            toy: boolean;
            /** Warm C */
            warm_c?: number | null;
        };
        /**
         * Variant
         * @description What one version, or another project, comes to as sliced, in its own materials.
         */
        Variant: {
            /** Chance Min */
            chance_min: number | null;
            /** Cost */
            cost: number | null;
            /** Filament M */
            filament_m: number;
            /** Footprint G */
            footprint_g: number | null;
            /** Gap Min Mm */
            gap_min_mm: number | null;
            /** Label */
            label: string;
            /** Mass G */
            mass_g: number;
            /** Process */
            process: string;
            /** Seconds */
            seconds: number;
            /** Stops */
            stops: number;
            /** Strength */
            strength: string[];
            /** Wall Min Mm */
            wall_min_mm: number | null;
            /** Warm C */
            warm_c: number | null;
            /** Warnings */
            warnings: number;
        };
        /**
         * VersionIn
         * @description The version an undo or redo starts from.
         */
        VersionIn: {
            /** Version */
            version: number;
        };
        /** WorkingView */
        WorkingView: {
            /** Formula */
            formula: string;
            /** Label */
            label: string;
            /**
             * Unit
             * @default mm
             */
            unit: string;
            /** Value Mm */
            value_mm: number;
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    workshop_api_begin_copy: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CopyIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_begin_fit: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FitIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_begin_kind: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["KindIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_begin_outline: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OutlineIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_begin_part: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PartIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_begin_pieces: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PiecesIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_begin_place: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlaceIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_begin_step: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StepIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_processes: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ProcessView"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_new_process: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewProcessIn"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ProcessView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_forget: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                result_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_change_process: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                process_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ProcessIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ProcessView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_take_off: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                process_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_what_follows: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                process_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FollowView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_make: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                process_id: number;
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Opened"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_enter_result: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                process_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ResultIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Teaching"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_stand_in: {
        parameters: {
            query?: {
                seed?: number;
            };
            header?: never;
            path: {
                process_id: number;
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StandInOut"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_take: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                process_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TakeIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Taken"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_bin_: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShelfItem"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_in_bin: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ThrownView"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_for_good: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                kind: "print" | "result" | "process" | "planned";
                number: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_bring_back: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                kind: "print" | "result" | "process" | "planned";
                number: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_records_uses: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BreakEvenIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BreakEven"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_catalogue_catalogue: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Catalogue"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_kept_copies: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CopiesView"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_make_copy: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CopiesView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_take_copy: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                name: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_compare_documents: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TwoIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Difference"][];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_invite: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Invited"];
                };
            };
            /** @description Forbidden */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_work_under_way: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobView"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_work_put_away: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                job_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_work_cancel: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                job_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_work_mend: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                job_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["JobView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_join: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Join"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Maker"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_logbook: {
        parameters: {
            query?: {
                q?: string;
                project?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PrintView"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_export: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_strike: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                print_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_photo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                print_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_add_photo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                print_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    /**
                     * File
                     * Format: binary
                     */
                    file: File;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PrintView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_bring_photo_back: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                print_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PrintView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_all_makers: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MakerView"][];
                };
            };
            /** @description Forbidden */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_let_work: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                maker: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MakerIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MakerView"][];
                };
            };
            /** @description Forbidden */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_new_password: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                maker: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Invited"];
                };
            };
            /** @description Forbidden */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_me: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Maker"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_measuring_measure: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MeasureIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ReadView"][];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_bring_in_mesh: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    /**
                     * File
                     * Format: binary
                     */
                    file: File;
                    /**
                     * Mend
                     * @default false
                     */
                    mend?: boolean;
                    /**
                     * Units
                     * @default mm
                     */
                    units?: string;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MeshAnswer"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_options: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FieldIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OptionsView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_outlines_apart: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ApartIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_outlines_desk: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["DeskIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OutlineDeskView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_outlines_bring_in: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BroughtIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Begun"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_pages_pages: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageName"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_pages_page: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                room: string;
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PageView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_plan: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlanView"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_set_spool: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                process_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SpoolIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlanView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_unplan: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                planned_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlanView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_play_set: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlaySet"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_put_play_set: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["AwayIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlaySet"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_preview: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PreviewIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Preview"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_shelf: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShelfItem"][];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_new_project: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewIn"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Opened"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_open_project: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Opened"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_save_project: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SaveIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Kept"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_throw_away: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_set_on_shelf: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ShelfIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShelfItem"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_build_ahead: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["AheadIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": boolean;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_bring_back: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShelfItem"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_beds: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BedsView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_built: {
        parameters: {
            query: {
                version: number;
                since?: number | null;
            };
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Solids"] | components["schemas"]["Checked"] | components["schemas"]["Proof"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_stop_building: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_records_materials: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CompareView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_copy: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShelfItem"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_document: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_export_all: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_export_one: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                part: string;
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_lay_maze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                name: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MazeIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MazeAnswer"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_motion: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                name: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MotionReport"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_records_history: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RevisionView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_records_compare_versions: {
        parameters: {
            query: {
                a: number;
                b: number;
            };
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Compared"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_records_go_back: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                number: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["VersionIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Kept"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_records_name_version: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                number: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NameIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RevisionView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_together_kept: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Kept"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_marks: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["MarksView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_marks: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                key: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_together_merge: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MergeIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Merged"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_mesh: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                key: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_outlines_take_away: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                path: string;
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_faced: {
        parameters: {
            query: {
                x: number;
                y: number;
                z: number;
            };
            header?: never;
            path: {
                project_id: number;
                name: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StanceView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_sliced: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                name: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SlicedView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_layer: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                name: string;
                index: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LayerView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_stances: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                name: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StanceView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_tipped: {
        parameters: {
            query?: {
                forward?: number;
                right?: number;
            };
            header?: never;
            path: {
                project_id: number;
                name: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StanceView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_shelf_picture: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_plan_print: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlanIn"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlanView"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_write_print: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PrintIn"];
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PrintView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_bench_choose: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ProcessChoice"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Kept"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_push: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
                path: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PushedView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_redo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["VersionIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Kept"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_shares: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Sharing"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_share: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ShareIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Sharing"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_sizes: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SizeRead"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_bought: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BuyView"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_bought_table: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_logbook_trial: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlanIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TrialOut"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_try_remedies: {
        parameters: {
            query: {
                version: number;
            };
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FindingView"][];
                };
            };
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_undo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["VersionIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Kept"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Conflict */
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_records_variants: {
        parameters: {
            query?: {
                version?: number[];
                other?: number[];
            };
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Variant"][];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_together_newest: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Newest"];
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_take_whole: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                project_id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "*/*": unknown;
                };
            };
            /** @description Not Found */
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_rename: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["RenameIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Renamed"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_restore: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    /**
                     * File
                     * Format: binary
                     */
                    file: File;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RestoredView"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_sign_in: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SignIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Maker"];
                };
            };
            /** @description Unauthorized */
            401: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Too Many Requests */
            429: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_door_sign_out: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Maker"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_sketch: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SketchIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SketchView"];
                };
            };
            /** @description No Content */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_projects_preview_starter: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["NewIn"];
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Report"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_files_trace: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    /**
                     * File
                     * Format: binary
                     */
                    file: File;
                };
            };
        };
        responses: {
            /** @description OK */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Traced"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
    workshop_api_safekeeping_bring_whole: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "multipart/form-data": {
                    /**
                     * File
                     * Format: binary
                     */
                    file: File;
                };
            };
        };
        responses: {
            /** @description Created */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Opened"];
                };
            };
            /** @description Unprocessable Entity */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "4XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
            /** @description Refused */
            "5XX": {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Refusal"];
                };
            };
        };
    };
}
