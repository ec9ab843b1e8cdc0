"""A server on a database of its own, talked to without a network."""

import tempfile
import unittest
from pathlib import Path

from northspan.server.app import create_app
from tests.core.made.jobs import document


class ServerTest(unittest.TestCase):
    """Each test gets an empty database; ``with_demo`` loads the demo jobs."""

    with_demo = False

    def setUp(self):
        self.folder = tempfile.TemporaryDirectory()
        self.addCleanup(self.folder.cleanup)
        self.url = f"sqlite:///{Path(self.folder.name) / 'jobs.sqlite'}"
        self.front_end = Path(self.folder.name) / "dist"
        self.front_end.mkdir()
        (self.front_end / "index.html").write_text("<!doctype html><title>North Span</title>")
        self.client = self.start()

    def start(self, hosts=None):
        return create_app(self.url, with_demo=self.with_demo, front_end=self.front_end, hosts=hosts).test_client()

    def create(self, **changes):
        answer = self.client.post("/api/jobs", json=document(**changes))
        self.assertEqual(answer.status_code, 201, answer.json)
        return answer.json

    def edit(self, state, path, value, version=None, op="add"):
        return self.client.patch(
            f"/api/jobs/{state['id']}",
            json=[{"op": op, "path": path, "value": value}],
            headers={"If-Match": f'"{version or state["version"]}"'},
        )

    def walk(self, state, direction):
        return self.client.post(f"/api/jobs/{state['id']}/{direction}", headers={"If-Match": f'"{state["version"]}"'})
