"""Answer what the trade asks, JSON in and JSON out: ``northspan box`` and its like."""

import argparse
import ctypes
import json
import os
import sys
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from northspan.commands.outcome import BAD_INPUT, FAILS, PASSES, complain
from northspan.core.book.case import Cases, case_problems
from northspan.core.book.library import code_book
from northspan.core.plans.cuts.answer import cuts
from northspan.core.plans.cuts.case import CutCase
from northspan.core.plans.day.answer import outage
from northspan.core.plans.day.case import OutageCase
from northspan.core.property.panel.balancing.case import BalanceCase, answer

# What no code book has a say in.
CASES: Mapping[str, Cases] = {
    "balance": Cases(BalanceCase, answer),
    "cuts": Cases(CutCase, cuts),
    "outage": Cases(OutageCase, outage),
}


class NoCase(ValueError):
    """What was given is no case; the message says why, naming the key."""


def run(options: argparse.Namespace) -> int:
    """Answer the case of a file, or every line of a batch. Returns the status of the case, of a batch the highest."""
    cases = CASES.get(options.verb) or code_book(options.book).cases[options.verb]
    try:
        if options.batch is None:
            said = _answered(cases, _read(options.case))
            print(json.dumps(said, ensure_ascii=False))
            return int(said["status"])
        worst = PASSES
        for line in _read(options.batch).splitlines():
            said = _of_line(cases, line)
            print(json.dumps(said, ensure_ascii=False))
            worst = max(worst, said["status"])
        return worst
    except BrokenPipeError:
        raise
    except (NoCase, OSError, UnicodeDecodeError) as error:
        return complain([str(error)])


def _of_line(cases: Cases, line: str) -> dict[str, Any]:
    try:
        return _answered(cases, line)
    except NoCase as error:
        return {"status": BAD_INPUT, "error": str(error)}


def _answered(cases: Cases, text: str) -> dict[str, Any]:
    try:
        given = json.loads(text)
    except (ValueError, RecursionError):
        raise NoCase("not JSON") from None
    if not isinstance(given, dict):
        raise NoCase("not a JSON object")
    try:
        with _libraries_kept_off_the_answer():
            found = cases.answer(given)
    except ValidationError as error:
        wrong = case_problems(cases.model, error)
        raise NoCase("; ".join(f"{p.pointer.strip('/')} {p.words}".strip() for p in wrong)) from None
    return {"status": PASSES if found.passes else FAILS, **found.as_json()}


@contextmanager
def _libraries_kept_off_the_answer() -> Iterator[None]:
    """What a solver in C writes to standard output goes to standard error: a batch holds answers and nothing else."""
    sys.stdout.flush()
    kept, written = os.dup(1), ctypes.CDLL(None)
    os.dup2(2, 1)
    try:
        yield
    finally:
        written.fflush(None)
        os.dup2(kept, 1)
        os.close(kept)


def _read(path: str) -> str:
    return sys.stdin.read() if path == "-" else Path(path).read_text("utf-8")
