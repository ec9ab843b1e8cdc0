"""The server as a program: started, refused with one line, killed, told to stop, out of disk."""

import json
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import threading
import time
import urllib.error
import urllib.request
from pathlib import Path

from sqlalchemy import event

from bench.synthetic import property_of
from northspan.server.started.wiring import STORE_KEY
from tests.core.made.jobs import document
from tests.server.harness import ServerTest

# A machine that has much else to do answers late: only what never comes is wrong.
PATIENCE_S = 120
SERVE = [sys.executable, "-m", "northspan.cli", "serve"]


class Program(ServerTest):
    """A server in a process of its own, on a free port."""

    def setUp(self):
        super().setUp()
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]

    def launch(self, database):
        command = [*SERVE, "--port", str(self.port), "--database", f"sqlite:///{database}"]
        server = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        until = time.monotonic() + PATIENCE_S
        while time.monotonic() < until:
            try:
                self.call("GET", "/api/jobs")
                return server
            except (urllib.error.URLError, ConnectionError):
                time.sleep(0.05)
        raise AssertionError("the server did not start")

    def call(self, method, path, body=None, version=None):
        request = urllib.request.Request(f"http://127.0.0.1:{self.port}{path}", method=method)
        request.add_header("Content-Type", "application/json")
        if version:
            request.add_header("If-Match", f'"{version}"')
        with urllib.request.urlopen(request, json.dumps(body).encode() if body else None, timeout=PATIENCE_S) as answer:
            return json.loads(answer.read())


class Stopped(Program):
    def test_a_kill_loses_at_most_the_save_under_way(self):
        database = Path(self.folder.name) / "killed.sqlite"
        server = self.launch(database)
        try:
            job = self.call("POST", "/api/jobs", document())
            answered = 0
            for length in range(1, 5000):
                if length == 12:
                    threading.Timer(0.02, server.kill).start()
                try:
                    body = [{"op": "add", "path": "/runs/1/cable/length", "value": length}]
                    job = self.call("PATCH", f"/api/jobs/{job['id']}", body, job["version"])
                    answered = length
                except (urllib.error.URLError, ConnectionError):
                    break
        finally:
            server.kill()
            server.wait()
        self.assertGreater(answered, 3)
        with sqlite3.connect(database) as connection:
            self.assertEqual(connection.execute("pragma integrity_check").fetchone(), ("ok",))
        connection.close()
        server = self.launch(database)
        try:
            kept = self.call("GET", f"/api/jobs/{job['id']}")["job"]["runs"][1]["cable"]["length"]
        finally:
            server.kill()
            server.wait()
        self.assertIn(kept, (answered, answered + 1))

    def test_told_to_stop_it_finishes_what_is_under_way(self):
        server = self.launch(Path(self.folder.name) / "told.sqlite")
        large = json.loads(property_of(300).model_dump_json())
        # A short answer that takes long: nothing of it is sent before it is whole.
        asked = {"job": large, "run": large["runs"][5]["id"], "metal": "cu", "size": "6"}
        answers = []
        asking = threading.Thread(target=lambda: answers.append(self.call("POST", "/api/solve/working", asked)))
        before = worked(server)
        asking.start()
        # It is under way once the server has worked on it, however fast or slow this machine is.
        while worked(server) < before + 20 and asking.is_alive():
            time.sleep(0.02)
        server.send_signal(signal.SIGTERM)
        asking.join()
        self.assertEqual(server.wait(PATIENCE_S), 0)
        self.assertEqual(answers[0]["figures"]["size"]["value"], "6")


def worked(process):
    """How long a process has been at work (hundredths of a second)."""
    fields = Path(f"/proc/{process.pid}/stat").read_text("utf-8").rpartition(")")[2].split()
    return int(fields[11]) + int(fields[12])


class Started(Program):
    def refused(self, *arguments):
        found = subprocess.run(
            [*SERVE, "--port", str(self.port), *arguments], capture_output=True, text=True, timeout=PATIENCE_S
        )
        self.assertEqual(found.returncode, 2, found.stderr)
        self.assertEqual(len(found.stderr.strip().splitlines()), 1, found.stderr)
        return found.stderr

    def test_what_keeps_it_from_starting_is_said_in_one_line(self):
        folder = Path(self.folder.name)
        damaged = folder / "damaged.sqlite"
        damaged.write_bytes(os.urandom(5000))
        with sqlite3.connect(folder / "jobs.sqlite") as connection:
            connection.execute("update alembic_version set version_num = '9999'")
        connection.close()
        create = self.start  # A sound database, opened for reading only.
        self.url = f"sqlite:///{folder / 'sound.sqlite'}"
        create()
        reading = f"sqlite:///file:{folder / 'sound.sqlite'}?mode=ro&uri=true"
        for database, words in (
            (f"sqlite:///{damaged}", "damaged"),
            (f"sqlite:///{folder / 'jobs.sqlite'}", "newer North Span"),
            (f"sqlite:///{damaged / 'below.sqlite'}", "its folder cannot be made"),
            (reading, "read-only"),
            ("nonsense", "no address of a database"),
        ):
            with self.subTest(words=words):
                self.assertIn(words, self.refused("--database", database))
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", self.port))
            taken.listen()
            self.assertIn("is taken", self.refused("--database", f"sqlite:///{folder / 'other.sqlite'}"))
        self.assertIn("--insecure", self.refused("--host", "0.0.0.0"))

    def test_the_other_loopback_address(self):
        client = self.start(hosts=["127.0.0.1", "localhost", "::1"])
        self.assertEqual(client.get("/api/jobs", base_url="http://[::1]:8047").status_code, 200)
        self.assertEqual(client.get("/api/jobs", base_url="http://[::2]:8047").status_code, 400)

    def test_a_full_disk_is_said_and_nothing_is_lost(self):
        state = self.create()
        engine = self.client.application.extensions[STORE_KEY]._engine
        with engine.connect() as connection:
            pages = connection.exec_driver_sql("pragma page_count").scalar()
        engine.dispose()
        event.listen(engine, "connect", lambda c, _: c.execute(f"pragma max_page_count = {pages}"))
        with self.assertLogs("northspan.server", "ERROR"):
            for n in range(200):
                answer = self.edit(state, "/note", "x" * 4000, version=n + 1)
                if answer.status_code != 200:
                    break
        self.assertEqual(answer.status_code, 507)
        self.assertIn("the disk is full", answer.json["title"])
        self.assertEqual(self.client.get(f"/api/jobs/{state['id']}").json["version"], n + 1)
        # A packet that cannot be kept has not gone out, and says why.
        with self.assertLogs("northspan.server", "ERROR"):
            made = self.client.post(f"/api/packet/{state['id']}/made", json={"issue": True})
            last = json.loads(made.text.splitlines()[-1])
        self.assertIn("Nothing went out: the disk is full", last["trouble"])
        self.assertIsNone(last["issued"] or None)
