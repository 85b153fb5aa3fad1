"""What is sent: hashed parts for a year and compressed, the page itself asked for each time."""

from __future__ import annotations

import gzip

import pytest
from django.conf import settings
from django.test import Client

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


def test_the_page_is_asked_for_each_time() -> None:
    for path in ("/", "/p/1", "/bench"):
        answer = Client().get(path)
        assert answer.status_code == 200 and answer["Cache-Control"] == "no-cache"
        assert ASSETS[0].name.encode() in answer.content
