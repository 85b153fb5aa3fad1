"""What one of twenty makers does: types a number, hears what it comes to, thinks, goes on.

A file for locust, run by `benchmarks.twenty_makers`.
"""

from __future__ import annotations

import json
import random

import gevent
from locust import HttpUser, between, task

from benchmarks.begun_with import STARTERS
from benchmarks.served import KEYSTROKE_S


class Maker(HttpUser):
    """Begins with a thing of the gallery and changes its measures, one after the other."""

    wait_time = between(0.5, 2.0)

    def on_start(self) -> None:
        body = {"starter": random.choice(STARTERS), "units": "mm", "answers": {}}
        opened = self.client.post("/api/projects", json=body, name="begin").json()
        self.project, self.version = opened["id"], opened["version"]
        self.document, self.revision = opened["document"], opened["revision"]
        self.whole = [m["expression"] for m in self.document["measures"]]

    @task
    def change(self) -> None:
        """A number typed, which is built ahead; then kept, sketched, built and proved."""
        index = random.randrange(len(self.document["measures"]))
        factor = random.uniform(0.95, 1.1)
        self.document["measures"][index]["expression"] = f"({self.whole[index]}) * {factor:.3f}"
        headers = {"Referer": f"{self.host}/p/{self.project}"}
        ahead = {"document": self.document, "since": self.revision}
        path = f"/api/projects/{self.project}/ahead"
        gevent.spawn(self.client.post, path, json=ahead, name="ahead", headers=headers)
        gevent.sleep(KEYSTROKE_S)
        self.client.post(
            "/api/sketch", json={"document": self.document}, name="sketch", headers=headers
        )
        body = {"version": self.version, "document": self.document, "words": "changed"}
        kept = self.client.put(f"/api/projects/{self.project}", json=body, name="save").json()
        self.version = kept["version"]
        path = f"/api/projects/{self.project}/built?version={self.version}&since={self.revision}"
        with self.client.get(path, name="proved", stream=True, catch_response=True) as answer:
            for line in answer.iter_lines():
                if json.loads(line).get("stage") == "proof":
                    break
            answer.success() if answer.ok else answer.failure(f"{answer.status_code}")
        self.revision = kept["revision"]

    @task
    def look(self) -> None:
        """The shelf, as another page of the same maker asks for it."""
        self.client.get("/api/play-set", name="a line")
