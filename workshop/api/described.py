"""The API as it describes itself: what every answer can be besides what its handler says."""

from __future__ import annotations

from functools import cache
from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

REFUSED = {
    "description": "Refused",
    "content": {"application/json": {"schema": {"$ref": "#/components/schemas/Refusal"}}},
}


class DescribedAPI(NinjaAPI):
    """An API that says of every operation that it may be refused in one shape, and of files that
    they are no JSON. It is put together once a process, which takes seconds."""

    def get_openapi_schema(
        self, *, path_prefix: str | None = None, path_params: dict[str, Any] | None = None
    ) -> OpenAPISchema:
        """The description under a path, the API's own where none is given; it is shared: read it,
        change nothing in it."""
        return self._described(path_prefix or self.get_root_path(path_params or {}))

    @cache  # noqa: B019 - there is one API, for as long as the process
    def _described(self, path_prefix: str) -> OpenAPISchema:
        schema = super().get_openapi_schema(path_prefix=path_prefix)
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
