"""A project's parts as files to take away: each in its printing stance, or all as they lie on beds.

Map
    parts  parts of a solution as the bytes of files, in any format of `core.formats`
"""

from core.export.parts import FORMATS, export_part, export_project, export_together

__all__ = ["FORMATS", "export_part", "export_project", "export_together"]
