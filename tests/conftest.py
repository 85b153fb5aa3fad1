"""Shared by all tests: the database and secrets of the maker are never touched."""

from __future__ import annotations

import os
import tempfile

os.environ["FAIRHINGE_VAR"] = tempfile.mkdtemp(prefix="fairhinge-tests-")
