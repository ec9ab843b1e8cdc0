"""Kill the server over and over while four clients save, a meter logs, photos come in and packets are issued: `make
kills`, by hand.

Every client saves to a job of its own and writes down the last save that was answered, the meter every reading and
every photo that was, each sent twice under its key, the office every packet. After each kill the database must be
whole, every job must hold its last answered save, or the one that was under way, and everything else that was answered
must be there, once; else it exits with 1.
"""

import argparse
import http.client
import io
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
from uuid import uuid4

from PIL import Image

from tests.core.made.jobs import document

CLIENTS = 4


def call(port: int, method: str, path: str, body: Any = None, version: int | None = None) -> Any:
    """Ask the server and read its JSON, of several lines the last; bytes are sent as they are."""
    request = urllib.request.Request(f"http://127.0.0.1:{port}{path}", method=method)
    kind = "application/octet-stream" if isinstance(body, bytes) else "application/json"
    request.add_header("Content-Type", kind)
    if version is not None:
        request.add_header("If-Match", f'"{version}"')
    data = body if isinstance(body, bytes) or body is None else json.dumps(body).encode()
    with urllib.request.urlopen(request, data, timeout=10) as answer:
        return json.loads(answer.read().splitlines()[-1])


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
    """Logs one reading and one photo after the other, each twice under its key, until the server is gone; remembers the
    numbers of those that were answered, by table.
    """

    def __init__(self, port: int, job_id: str):
        super().__init__()
        self.port, self.job_id = port, job_id
        self.answered: dict[str, set[int]] = {"readings": set(), "photos": set()}
        self.doubled: list[str] = []

    def run(self) -> None:
        """Log until nothing answers."""
        body = {"what": "volts", "at": "shed-panel", "part": "a-n", "value": 118.0, "by": "R. Vale"}
        body["on"] = "2026-11-02T10:00"
        while True:
            key = uuid4().hex
            reading = ("readings", f"/api/readings/{self.job_id}", {**body, "key": key}, "number")
            for table, path, sent, name in (
                reading,
                ("photos", f"/api/inspection/{self.job_id}/photos?key={key}", PHOTO, "photo"),
            ):
                try:
                    first = call(self.port, "POST", path, sent)[name]
                    self.answered[table].add(first)
                    if call(self.port, "POST", path, sent)[name] != first:
                        self.doubled.append(f"{table} {first}")
                except (OSError, http.client.HTTPException, ValueError):
                    return


class Office(threading.Thread):
    """Issues one packet after the other until the server is gone; remembers the letters of those that went out."""

    def __init__(self, port: int, job_id: str):
        super().__init__()
        self.port, self.job_id = port, job_id
        self.issued: set[str] = set()

    def run(self) -> None:
        """Issue until nothing answers."""
        while True:
            try:
                made = call(self.port, "POST", f"/api/packet/{self.job_id}/made", {"issue": True})
            except (OSError, http.client.HTTPException, ValueError, IndexError):
                return
            if made.get("issued"):
                self.issued.add(made["issued"])


def photo() -> bytes:
    """A small grey picture."""
    made = io.BytesIO()
    Image.new("L", (64, 48), 127).save(made, "JPEG")
    return made.getvalue()


PHOTO = photo()


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
    lost = logged = issued = 0
    with tempfile.TemporaryDirectory() as folder:
        database = Path(folder) / "jobs.sqlite"
        server = launch(port, database)
        jobs = [call(port, "POST", "/api/jobs", document(name=f"Client {n}")) for n in range(CLIENTS)]
        for n in range(count):
            clients = [Client(port, job) for job in jobs]
            meter, office = Meter(port, jobs[0]["id"]), Office(port, jobs[n % CLIENTS]["id"])
            for client in (*clients, meter, office):
                client.start()
            # Now and then long enough for a packet to go out.
            time.sleep(chance.uniform(0.02, 0.6) if chance.random() < 0.7 else chance.uniform(2.0, 6.0))
            os.kill(server.pid, signal.SIGKILL)
            server.wait()
            for client in (*clients, meter, office):
                client.join()
            with sqlite3.connect(database) as connection:
                numbers = {t: {row[0] for row in connection.execute(f"select id from {t}")} for t in meter.answered}
                where = "select letter from issues where job_id = ?"
                letters = {row[0] for row in connection.execute(where, (office.job_id,))}
                whole = connection.execute("pragma integrity_check").fetchone() == ("ok",)
            connection.close()
            gone = {table: sorted(answered - numbers[table]) for table, answered in meter.answered.items()}
            if any(gone.values()) or meter.doubled or office.issued - letters:
                lost += 1
                print(f"kill {n}: answered and gone {gone}, {office.issued - letters}; doubled {meter.doubled}")
            logged += sum(len(answered) for answered in meter.answered.values())
            issued += len(office.issued)
            server = launch(port, database)
            jobs = [call(port, "GET", f"/api/jobs/{client.job['id']}") for client in clients]
            for client, job in zip(clients, jobs, strict=True):
                kept = job["job"]["runs"][1]["cable"]["length"]
                if not whole or kept not in (client.answered, client.tried):
                    lost += 1
                    print(f"kill {n}: answered {client.answered}, tried {client.tried}, kept {kept}, whole {whole}")
        server.kill()
        server.wait()
    print(f"{count} kills while {CLIENTS} clients saved and {logged} readings and photos were "
          f"logged and {issued} packets issued: {lost} lost")  # fmt: skip
    return 1 if lost else 0


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=400)
    parser.add_argument("--seed", type=int, default=8047)
    options = parser.parse_args()
    raise SystemExit(kills(options.count, options.seed))
