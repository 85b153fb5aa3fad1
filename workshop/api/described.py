"""The API as it describes itself: what every answer can be besides what its handler says."""

from __future__ import annotations

from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

REFUSED = {
    "description": "Refused",
    "content": {"application/json": {"schema": {"$ref": "#/components/schemas/Refusal"}}},
}


class DescribedAPI(NinjaAPI):
    """An API that says of every operation that it may be refused in one shape, and of files that
    they are no JSON."""

    def get_openapi_schema(self, **given: Any) -> OpenAPISchema:
        schema = super().get_openapi_schema(**given)
        for methods in schema["paths"].values():
            for told in methods.values():
                answers = {str(status): answer for status, answer in told["responses"].items()}
                told["responses"] = answers
                for status, answer in answers.items():
                    content = answer.get("content", {})
                    own = content.get("application/json", {}).get("schema", {})
                    if own.get("format") == "binary" and int(status) < 400:
                        answer["content"] = {"*/*": {}}
                answers.setdefault("4XX", REFUSED)
                answers.setdefault("5XX", REFUSED)
        return schema
