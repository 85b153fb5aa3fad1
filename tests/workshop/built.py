"""What a kept version comes to, as a page hears it."""

from __future__ import annotations

import json
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from unittest.mock import patch

from django.test import Client

from core.project.demo import demo_document
from workshop import keeping


def of_play_set(*names: str) -> list[int]:
    """So many of the play set put on the shelf, by what they are loaded as: their numbers."""
    return [
        keeping.create(demo_document(name), "from the play set", demo=name).id for name in names
    ]


@contextmanager
def proved_aside() -> Iterator[None]:
    """The shelf waits for no proof, as where there are builders."""
    with patch("workshop.builders.begun", return_value=True):
        yield


def stages(client: Client, project: int, version: int, since: int = 0) -> list[dict[str, Any]]:
    """Every stage of building and proving a version, in the order they came."""
    answer = client.get(f"/api/projects/{project}/built?version={version}&since={since}")
    assert answer.status_code == 200, answer.content
    return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]


def report(client: Client, project: int, version: int) -> dict[str, Any]:
    """The whole report on a version."""
    last = stages(client, project, version)[-1]
    assert last["stage"] == "proof", last
    return last["report"]


def opened(client: Client, project: int) -> dict[str, Any]:
    """A project as it is opened, its report proved."""
    found = client.get(f"/api/projects/{project}").json()
    return (
        found if found["proved"] else {**found, "report": report(client, project, found["version"])}
    )
