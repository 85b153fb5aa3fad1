"""The API against its own description: whatever fits it, and whatever nearly does, no answer is a
500, and every answer is what the description says (schemathesis)."""

from __future__ import annotations

from collections.abc import Iterator

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
from workshop import keeping, models

SCHEMA = schemathesis.openapi.from_wsgi("/api/openapi.json", application)
OPERATIONS = {one.ok().label: one.ok() for one in SCHEMA.get_all_operations()}
CHECKS = [
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
]


@pytest.fixture
def books(db: None) -> Iterator[None]:
    """A project and a process, so that something can be asked of them."""
    request_started.disconnect(close_old_connections)
    request_finished.disconnect(close_old_connections)
    given = Process().model_dump(mode="json")
    models.Process.objects.create(id=1, name="Towpath 220, PLA", given=given)
    keeping.create(demo_document("half_deck"), "brought in")
    assert models.Project.objects.filter(id=1).exists()
    yield
    request_started.connect(close_old_connections)
    request_finished.connect(close_old_connections)


@pytest.mark.parametrize("label", OPERATIONS)
def test_answers_are_as_described(label: str, books: None) -> None:
    number = [0]

    @given(case=OPERATIONS[label].as_strategy())
    @settings(
        max_examples=25,
        deadline=None,
        derandomize=True,
        database=None,
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )
    def run(case: schemathesis.Case) -> None:
        if "project_id" in case.path_parameters and number[0] % 3:
            case.path_parameters["project_id"] = 1  # there is such a one
        if "process_id" in case.path_parameters and number[0] % 3:
            case.path_parameters["process_id"] = 1
        number[0] += 1
        answer = case.call(headers={"Accept-Encoding": "identity"})
        case.validate_response(answer, checks=CHECKS)

    run()
