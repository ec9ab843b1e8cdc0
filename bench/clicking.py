"""People who change a length without pause, each on a job of their own: how long an answer takes; see `make bench`."""

import json
import statistics
import tempfile
import threading
import time
from pathlib import Path

from bench.kills import call, launch
from northspan.demo.library import demo_jobs


def clicking(people: int, seconds: float) -> None:
    """Print the median and the slowest twentieth of the answers (ms), and how many a second."""
    with tempfile.TemporaryDirectory() as folder:
        port = 8049
        server = launch(port, Path(folder) / "jobs.sqlite")
        try:
            document = json.loads(demo_jobs()["juniper-bend"].model_dump_json())
            jobs = [call(port, "POST", "/api/jobs", document) for _ in range(people)]
            taken: list[float] = []
            until = time.monotonic() + seconds
            threads = [threading.Thread(target=_click, args=(port, job, n, until, taken)) for n, job in enumerate(jobs)]
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join()
        finally:
            server.kill()
            server.wait()
    slow = statistics.quantiles(taken, n=20)[-1]
    print(f"{people} people clicking without pause: median {statistics.median(taken):.0f} ms, ", end="")
    print(f"slowest twentieth over {slow:.0f} ms, {len(taken) / seconds:.0f} answers a second")


def _click(port: int, job: dict[str, object], who: int, until: float, taken: list[float]) -> None:
    version, length = 1, 100 + who
    while time.monotonic() < until:
        length = length % 900 + 1
        body = [{"op": "add", "path": "/runs/1/cable/length", "value": length + who / 100}]
        start = time.monotonic()
        version = call(port, "PATCH", f"/api/jobs/{job['id']}", body, version)["version"]
        taken.append(1000 * (time.monotonic() - start))


if __name__ == "__main__":
    for many in (1, 10, 50):
        clicking(many, 8.0)
