"""Kill the server over and over while four clients save and a meter logs: `make kills`, by hand.

Every client saves to a job of its own and writes down the last save that was answered, the meter every reading that
was. After each kill the database must be whole, every job must hold its last answered save, or the one that was under
way, and every answered reading must be there; else it exits with 1.
"""

import argparse
import http.client
import json
import os
import random
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

from tests.core.jobs import document

CLIENTS = 4


def call(port: int, method: str, path: str, body: Any = None, version: int | None = None) -> Any:
    """Ask the server and read its JSON."""
    request = urllib.request.Request(f"http://127.0.0.1:{port}{path}", method=method)
    request.add_header("Content-Type", "application/json")
    if version is not None:
        request.add_header("If-Match", f'"{version}"')
    data = json.dumps(body).encode() if body is not None else None
    with urllib.request.urlopen(request, data, timeout=10) as answer:
        return json.loads(answer.read())


class Client(threading.Thread):
    """Saves one figure after the other until the server is gone."""

    def __init__(self, port: int, job: Any):
        super().__init__()
        self.port, self.job, self.answered = port, job, int(job["job"]["runs"][1]["cable"]["length"])
        self.tried = self.answered

    def run(self) -> None:
        """Save until nothing answers."""
        while True:
            self.tried = self.answered % 19_000 + 1
            body = [{"op": "add", "path": "/runs/1/cable/length", "value": self.tried}]
            try:
                self.job = call(self.port, "PATCH", f"/api/jobs/{self.job['id']}", body, self.job["version"])
            except (OSError, http.client.HTTPException, ValueError):
                return
            self.answered = self.tried


class Meter(threading.Thread):
    """Logs one reading after the other until the server is gone; remembers the numbers of those that were answered."""

    def __init__(self, port: int, job_id: str):
        super().__init__()
        self.port, self.job_id, self.answered = port, job_id, [0]

    def run(self) -> None:
        """Log until nothing answers."""
        body = {"what": "volts", "at": "shed-panel", "part": "a-n", "value": 118.0, "by": "R. Vale"}
        body["on"] = "2026-11-02T10:00"
        while True:
            try:
                self.answered.append(call(self.port, "POST", f"/api/readings/{self.job_id}", body)["number"])
            except (OSError, http.client.HTTPException, ValueError):
                return


def launch(port: int, database: Path) -> subprocess.Popen[bytes]:
    """A server on a database, once it answers."""
    command = [
        sys.executable,
        "-m",
        "northspan.cli",
        "serve",
        "--port",
        str(port),
        "--database",
        f"sqlite:///{database}",
    ]
    server = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    for _ in range(600):
        try:
            call(port, "GET", "/api/jobs")
            return server
        except (OSError, urllib.error.URLError):
            time.sleep(0.02)
    raise SystemExit("the server did not start")


def kills(count: int, seed: int) -> int:
    """So many kills; returns the exit status."""
    chance = random.Random(seed)
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    lost = logged = 0
    with tempfile.TemporaryDirectory() as folder:
        database = Path(folder) / "jobs.sqlite"
        server = launch(port, database)
        jobs = [call(port, "POST", "/api/jobs", document(name=f"Client {n}")) for n in range(CLIENTS)]
        for n in range(count):
            clients = [Client(port, job) for job in jobs]
            meter = Meter(port, jobs[0]["id"])
            for client in (*clients, meter):
                client.start()
            time.sleep(chance.uniform(0.02, 0.6))
            os.kill(server.pid, signal.SIGKILL)
            server.wait()
            for client in (*clients, meter):
                client.join()
            with sqlite3.connect(database) as connection:
                kept_numbers = {row[0] for row in connection.execute("select id from readings")}
                whole = connection.execute("pragma integrity_check").fetchone() == ("ok",)
            connection.close()
            if gone := set(meter.answered[1:]) - kept_numbers:
                lost += 1
                print(f"kill {n}: readings {sorted(gone)} were answered and are gone")
            logged += len(meter.answered) - 1
            server = launch(port, database)
            jobs = [call(port, "GET", f"/api/jobs/{client.job['id']}") for client in clients]
            for client, job in zip(clients, jobs, strict=True):
                kept = job["job"]["runs"][1]["cable"]["length"]
                if not whole or kept not in (client.answered, client.tried):
                    lost += 1
                    print(f"kill {n}: answered {client.answered}, tried {client.tried}, kept {kept}, whole {whole}")
        server.kill()
        server.wait()
    print(f"{count} kills while {CLIENTS} clients saved and {logged} readings were logged: {lost} lost")
    return 1 if lost else 0


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=400)
    parser.add_argument("--seed", type=int, default=8047)
    options = parser.parse_args()
    raise SystemExit(kills(options.count, options.seed))
