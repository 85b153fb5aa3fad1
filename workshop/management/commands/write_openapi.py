"""Writes the API's OpenAPI description, from which the TypeScript client is generated."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from workshop.api import api


class Command(BaseCommand):
    """Write the description to a file."""

    help = "Write the API's OpenAPI description as JSON."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        schema = api.get_openapi_schema(path_prefix="/api/")
        options["file"].write_text(json.dumps(schema, indent=1, sort_keys=True, default=str) + "\n")
