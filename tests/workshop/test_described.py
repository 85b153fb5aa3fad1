"""The API against its own description: whatever fits it, and whatever nearly does, no answer is a
500, and every answer is what the description says (schemathesis)."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path

import pytest
import schemathesis
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from config.wsgi import application
from core.process import Process
from core.project.demo import demo_document
from tests.covering import WHOLE
from workshop import keeping, models

# as it is kept, which is at hand: that it is the one that is served is test_api's matter
KEPT = Path(__file__).resolve().parents[2] / "web/src/api/openapi.json"
SCHEMA = schemathesis.openapi.from_dict(json.loads(KEPT.read_text()))
SCHEMA.app, SCHEMA.location = application, "/api/openapi.json"
OPERATIONS = {one.ok().label: one.ok() for one in SCHEMA.get_all_operations()}
CHECKS = [
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
]


@pytest.fixture
def books(db: None) -> Iterator[dict[str, int]]:
    """A project and a process, so that something can be asked of them."""
    request_started.disconnect(close_old_connections)
    request_finished.disconnect(close_old_connections)
    given = Process().model_dump(mode="json")
    process = models.Process.objects.create(name="Towpath 220, PLA", given=given)
    project = keeping.create(demo_document("half_deck"), "brought in")
    yield {"project_id": project.id, "process_id": process.id}
    request_started.connect(close_old_connections)
    request_finished.connect(close_old_connections)


@pytest.mark.parametrize("label", OPERATIONS)
def test_answers_are_as_described(label: str, books: dict[str, int]) -> None:
    number = [0]

    @given(case=OPERATIONS[label].as_strategy())
    @settings(
        max_examples=25 if WHOLE else 6,
        deadline=None,
        derandomize=True,
        database=None,
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )
    def run(case: schemathesis.Case) -> None:
        for name in books.keys() & case.path_parameters.keys():
            if number[0] % 3:
                case.path_parameters[name] = books[name]  # there is such a one
        number[0] += 1
        answer = case.call(headers={"Accept-Encoding": "identity"})
        case.validate_response(answer, checks=CHECKS)

    run()
