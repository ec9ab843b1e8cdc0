"""The demo jobs: job files shipped with the application."""

from importlib.resources import files

from northspan.core.document.file import parse_text
from northspan.core.job.job import Job


def demo_jobs() -> dict[str, Job]:
    """Every demo job by its key, the file's name."""
    folder = files("northspan.demo") / "jobs"
    found = sorted((f for f in folder.iterdir() if f.name.endswith(".json")), key=lambda f: f.name)
    return {f.name.removesuffix(".json"): parse_text(f.read_bytes()) for f in found}
