"""Mutated job files and patches against the server: run by `make fuzz`, seeded, never by a test.

Nothing may answer 500 or take over five seconds, and whatever was stored must open; else it exits with 1.
"""

import argparse
import copy
import faulthandler
import json
import random
import tempfile
import time
from collections import Counter
from pathlib import Path
from typing import Any

from bench.synthetic import property_of, property_with_modes
from northspan.core.document.file import dump
from northspan.demo.library import demo_jobs
from northspan.server.app import create_app

LONGEST_S = 5.0
FIGURES = (
    0,
    -1,
    1,
    1e-9,
    0.01,
    0.1,
    2,
    3,
    7.5,
    12,
    60,
    99.99,
    100,
    240,
    400,
    1000,
    5999,
    6000,
    20_000,
    1e6,
    1e308,
    -1e308,
)
ODD = (None, True, False, "", "x", "\ud800", "0000", [], {}, [[]], 10**40, "é" * 90, "a" * 5000, float("inf"))
Step = dict[str, Any]


def places(node: Any, at: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every place in a document."""
    inside = node.items() if isinstance(node, dict) else enumerate(node) if isinstance(node, list) else ()
    found = [at] if at else []
    for key, value in inside:
        found += places(value, (*at, key))
    return found


def value_at(document: Any, place: tuple[Any, ...]) -> Any:
    """What stands at a place."""
    for key in place:
        document = document[key]
    return document


class Mutator:
    """Changes documents at random: figures to extremes, words to others, parts taken out or put in twice."""

    def __init__(self, seed: int, documents: list[Any]):
        self.random = random.Random(seed)
        self.documents = documents
        self.words: dict[Any, list[Any]] = {}
        for document in documents:
            for place in places(document):
                self.words.setdefault(place[-1], []).append(value_at(document, place))

    def document(self) -> Any:
        """A document with one to five changes."""
        document = copy.deepcopy(self.random.choice(self.documents))
        for _ in range(self.random.randint(1, 5)):
            where = places(document)
            if where:
                self.change(document, self.random.choice(where))
        return document

    def change(self, document: Any, place: tuple[Any, ...]) -> None:
        """One change at a place."""
        *way, key = place
        parent = value_at(document, tuple(way))
        kind = self.random.random()
        if kind < 0.08:
            parent.pop(key)
        elif kind < 0.16 and isinstance(parent, list):
            parent.insert(0, copy.deepcopy(parent[key]))
        else:
            parent[key] = self.value(key, parent[key])

    def value(self, key: Any, now: Any) -> Any:
        """Another value for a place of that name."""
        kind = self.random.random()
        if kind < 0.12:
            return copy.deepcopy(self.random.choice(ODD))
        if isinstance(now, (int, float)) and not isinstance(now, bool) and kind < 0.8:
            return self.random.choice([*FIGURES, now * 10, now / 1000, -now])
        return copy.deepcopy(self.random.choice(self.words.get(key, [None])))

    def patch(self, document: Any) -> list[Step]:
        """One to six steps, most of which fit the document."""
        return [self.step(places(document)) for _ in range(self.random.choice((1, 1, 1, 1, 2, 4)))]

    def step(self, where: list[tuple[Any, ...]]) -> Step:
        """One step of a patch."""
        place = self.random.choice(where)
        op = self.random.choice(
            ("add", "add", "add", "replace", "replace", "replace", "remove", "move", "copy", "copy", "test", "paint")
        )
        step: Step = {"op": op, "path": self.pointer(place)}
        if op in ("move", "copy") and self.random.random() < 0.95:
            step["from"] = self.pointer(self.random.choice(where)) if self.random.random() < 0.95 else None
        if op in ("add", "replace", "test") and self.random.random() < 0.97:
            step["value"] = self.value(place[-1], self.random.choice(FIGURES))
        return step

    def pointer(self, place: tuple[Any, ...]) -> str:
        """A pointer to a place, sometimes to its list's end or to nowhere."""
        parts = list(place)
        if isinstance(parts[-1], int) and self.random.random() < 0.3:
            parts[-1] = "-"
        if self.random.random() < 0.02:
            parts.append(self.random.choice(("~", "-1", "00", "9" * 300)))
        return "".join(f"/{part}" for part in parts)


class Watch:
    """Sends, and keeps what should not have been answered."""

    def __init__(self, client: Any):
        self.client = client
        self.faults: list[str] = []
        self.statuses: Counter[int] = Counter()
        self.longest = 0.0

    def send(self, method: str, path: str, what: Any, **headers: str) -> Any:
        """Send JSON; a trace of every thread is written where no answer comes."""
        body = json.dumps(what).encode()
        faulthandler.dump_traceback_later(60, exit=True)
        start = time.perf_counter()
        answer = self.client.open(
            path, method=method, data=body, headers={"Content-Type": "application/json", **headers}
        )
        taken = time.perf_counter() - start
        faulthandler.cancel_dump_traceback_later()
        self.longest = max(self.longest, taken)
        self.statuses[answer.status_code] += 1
        if answer.status_code >= 500 or taken > LONGEST_S:
            self.note(f"{answer.status_code} after {taken:.1f} s: {method} {path}", what)
        return answer

    def note(self, words: str, what: Any) -> None:
        """Keep a fault, and what was sent beside it."""
        path = Path(tempfile.gettempdir()) / f"fuzz-{len(self.faults)}.json"
        path.write_text(json.dumps(what))
        self.faults.append(f"{words} ({path})")

    def opened(self, job_id: str, what: Any) -> Any:
        """A stored job must open, with its figures."""
        answer = self.client.get(f"/api/jobs/{job_id}")
        if answer.status_code != 200 or answer.json["solution"] is None:
            self.note(f"stored and does not open: {answer.status_code}", what)
        return answer.json


def fuzz(seed: int, count: int) -> int:
    """So many job files and as many patches; returns the exit status."""
    documents = [dump(job) for job in (*demo_jobs().values(), property_of(12), property_with_modes(14))]
    mutator = Mutator(seed, documents)
    with tempfile.TemporaryDirectory() as folder:
        watch = Watch(create_app(f"sqlite:///{Path(folder) / 'jobs.sqlite'}").test_client())
        for _ in range(count):
            document = mutator.document()
            answer = watch.send("POST", "/api/jobs/import", document)
            if answer.status_code == 201:
                watch.opened(answer.json["id"], document)
        print(f"{count} job files: {dict(watch.statuses)}, longest {watch.longest:.2f} s", flush=True)
        watch.statuses.clear()
        state = watch.send("POST", "/api/jobs", documents[0]).json
        for n in range(count):
            if n % 25 == 0:
                state = watch.send("POST", "/api/jobs", mutator.random.choice(documents)).json
            patch = mutator.patch(state["job"])
            answer = watch.send("PATCH", f"/api/jobs/{state['id']}", patch, **{"If-Match": f'"{state["version"]}"'})
            if answer.status_code == 200:
                state = watch.opened(state["id"], patch)
        print(f"{count} patches: {dict(watch.statuses)}, longest {watch.longest:.2f} s")
    for fault in watch.faults:
        print(fault)
    return 1 if watch.faults else 0


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--seed", type=int, default=8047)
    parser.add_argument("--count", type=int, default=5000)
    options = parser.parse_args()
    raise SystemExit(fuzz(options.seed, options.count))
