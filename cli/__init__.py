"""The command line: ``./fairhinge eval|build``. Imports only what a command needs."""
