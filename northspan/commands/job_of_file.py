"""The job of a file that a command is given."""

import sys
from pathlib import Path

from northspan.commands.outcome import complain
from northspan.core.document.file import JobFileError, parse_text
from northspan.core.job.job import Job


def read_job(path: str) -> Job | None:
    """The job of a file, or None once what is wrong with it has been said."""
    try:
        return parse_text(sys.stdin.buffer.read() if path == "-" else Path(path).read_bytes())
    except OSError as error:
        complain([f"{path}: {error.strerror or error}"])
    except JobFileError as error:
        complain(f"{path}{p.said()}" if p.pointer else f"{path}: {p.words}" for p in error.problems)
    return None
