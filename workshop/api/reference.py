"""The page that lists what the API answers: plain HTML made from its own description, nothing run
and nothing fetched."""

from __future__ import annotations

from html import escape
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI

PAGE = """<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>What the workshop answers · Fair Hinge</title>
<link rel="stylesheet" href="/reference.css">
</head>
<body>
<main>
<h1>What the workshop answers</h1>
<p>Everything the screens do goes through this API. Its description for programs is
<a href="/api/openapi.json">openapi.json</a>. Bodies are JSON; lengths are millimetres. Whatever is
refused is answered as a <code>Refusal</code>: a message, where its cause is, what would work, and a
reference into the log where the fault is ours. A program that is no browser needs no token.</p>
{body}
</main>
</body>
</html>
"""


def page_of(api: NinjaAPI) -> str:
    """The page, from the API's own description."""
    schema = api.get_openapi_schema()
    lines = []
    for path, methods in schema["paths"].items():
        lines.append(f"<section><h2><code>{escape(path)}</code></h2>")
        for method, told in methods.items():
            about = escape(told.get("description", "").strip())
            lines.append(f"<h3>{method.upper()}</h3><p>{about}</p><dl>")
            for given in told.get("parameters", []):
                kind = escape(_kind(given["schema"]))
                lines.append(f"<dt><code>{escape(given['name'])}</code></dt><dd>{kind}</dd>")
            for content in told.get("requestBody", {}).get("content", {}).values():
                lines.append(f"<dt>takes</dt><dd>{escape(_kind(content['schema']))}</dd>")
            for status, answer in told.get("responses", {}).items():
                kinds = [_kind(one.get("schema")) for one in answer.get("content", {}).values()]
                lines.append(f"<dt>{status}</dt><dd>{escape(', '.join(kinds) or 'nothing')}</dd>")
            lines.append("</dl>")
        lines.append("</section>")
    return PAGE.replace("{body}", "\n".join(lines))


def _kind(schema: dict[str, Any] | None) -> str:
    """A schema in a word or two."""
    if schema is None:
        return "a file"
    if "$ref" in schema:
        return str(schema["$ref"]).rpartition("/")[2]
    if "items" in schema:
        return f"list of {_kind(schema['items'])}"
    if "anyOf" in schema:
        return " or ".join(_kind(one) for one in schema["anyOf"])
    return str(schema.get("format") or schema.get("type") or schema.get("title") or "anything")


def answer_page(api: NinjaAPI) -> None:
    """Answers the page at ``/docs``."""

    def reference(request: HttpRequest) -> HttpResponse:
        return HttpResponse(page_of(api))

    api.get("/docs", include_in_schema=False)(reference)
