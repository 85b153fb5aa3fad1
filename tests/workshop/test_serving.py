"""What is sent: hashed parts for a year and compressed, the page itself asked for each time; who
asks, behind a proxy.
"""

from __future__ import annotations

import gzip
import json

import pytest
from django.conf import settings
from django.test import Client
from waitress.proxy_headers import proxy_headers_middleware

from workshop.management.commands.serve import BEHIND_A_PROXY

ASSETS = sorted((settings.WEB / "assets").glob("index-*.js"))
pytestmark = pytest.mark.skipif(not ASSETS, reason="the screens are not built")


def test_hashed_parts_are_kept_for_a_year_and_sent_compressed() -> None:
    plain = ASSETS[0].read_bytes()
    path = f"/assets/{ASSETS[0].name}"
    sizes = {}
    for coding in ("br", "gzip", "identity"):
        answer = Client().get(path, headers={"accept-encoding": coding})
        body = b"".join(answer.streaming_content)
        assert answer.status_code == 200
        kept = answer["Cache-Control"]
        assert "immutable" in kept and int(kept.split("max-age=")[1].split(",")[0]) >= 31_536_000
        assert answer.get("Content-Encoding", "identity") == coding
        sizes[coding] = len(body)
        if coding == "gzip":
            assert gzip.decompress(body) == plain
    assert sizes["identity"] == len(plain)
    assert sizes["br"] < sizes["gzip"] < 0.5 * sizes["identity"]


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("whence", "by", "packed"),
    [
        ("127.0.0.1", "", False),  # this machine: nothing is saved on the way
        ("192.168.7.20", "", True),
        ("127.0.0.1", "192.168.7.20", True),  # through a proxy here
    ],
)
def test_answers_are_packed_for_the_way_through_a_network(whence, by, packed) -> None:
    asked = {"accept-encoding": "gzip"} | ({"x-forwarded-for": by} if by else {})
    answer = Client().get("/api/catalogue", headers=asked, REMOTE_ADDR=whence)
    assert answer.status_code == 200
    assert (answer.get("Content-Encoding") == "gzip") is packed
    told = gzip.decompress(answer.content) if packed else answer.content
    assert json.loads(told)


def test_the_page_is_asked_for_each_time() -> None:
    for path in ("/", "/p/1", "/bench"):
        answer = Client().get(path)
        assert answer.status_code == 200 and answer["Cache-Control"] == "no-cache"
        assert ASSETS[0].name.encode() in answer.content


def test_behind_a_proxy_the_address_is_who_asks_and_only_the_last_hop_is_believed() -> None:
    """Wrong passwords are counted by it: what one claims oneself is not."""
    seen: dict[str, str] = {}

    def app(environ: dict[str, str], start: object) -> list[bytes]:
        seen.update(address=environ["REMOTE_ADDR"], scheme=environ["wsgi.url_scheme"])
        return [b""]

    inside = proxy_headers_middleware(
        app,
        trusted_proxy=BEHIND_A_PROXY["trusted_proxy"],
        trusted_proxy_count=BEHIND_A_PROXY["trusted_proxy_count"],
        trusted_proxy_headers=BEHIND_A_PROXY["trusted_proxy_headers"],
    )
    asked = {
        "REMOTE_ADDR": "10.0.0.1",
        "wsgi.url_scheme": "http",
        "HTTP_X_FORWARDED_FOR": "203.0.113.9, 192.0.2.7",
        "HTTP_X_FORWARDED_PROTO": "https",
        "SERVER_PORT": "8000",
        "HTTP_HOST": "workshop.example",
    }
    inside(asked, lambda *_: None)
    assert seen == {"address": "192.0.2.7", "scheme": "https"}
    assert asked["HTTP_X_FORWARDED_PROTO"] == "https"  # Django's own setting reads it still
