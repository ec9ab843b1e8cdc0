"""The demo jobs: job files shipped with the application."""

import json
from importlib.resources import files
from typing import Any

from northspan.core.document.file import parse_text
from northspan.core.job.job import Job


def demo_jobs() -> dict[str, Job]:
    """Every demo job by its key, the file's name."""
    folder = files("northspan.demo") / "jobs"
    found = sorted((f for f in folder.iterdir() if f.name.endswith(".json")), key=lambda f: f.name)
    return {f.name.removesuffix(".json"): parse_text(f.read_bytes()) for f in found}


def demo_readings() -> dict[str, list[dict[str, Any]]]:
    """What was measured on the demo jobs, by their keys, as readings are taken."""
    folder = files("northspan.demo") / "readings"
    found = sorted((f for f in folder.iterdir() if f.name.endswith(".json")), key=lambda f: f.name)
    return {f.name.removesuffix(".json"): json.loads(f.read_text("utf-8"))["readings"] for f in found}
