"""Loaded before anything of the workshop is: the database and secrets of the maker are never
touched, and two runs of the tests do not meet.
"""

from __future__ import annotations

import os
import tempfile

os.environ["FAIRHINGE_VAR"] = tempfile.mkdtemp(prefix="fairhinge-tests-")
