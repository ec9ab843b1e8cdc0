"""Answer what the trade asks of a box, a panel, a pull, as JSON in and JSON out: ``northspan box``."""

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from northspan.commands.outcome import BAD_INPUT, FAILS, PASSES, complain
from northspan.core.codes.case import Cases, case_problems
from northspan.core.codes.library import code_book


class NoCase(ValueError):
    """What was given is no case; the message says why, naming the key."""


def run(options: argparse.Namespace) -> int:
    """Answer the case of a file, or every line of a batch. Returns the status of the case, of a batch the highest."""
    cases = code_book(options.book).cases[options.verb]
    try:
        if options.batch is None:
            answer = _answered(cases, _read(options.case))
            print(json.dumps(answer, ensure_ascii=False))
            return int(answer["status"])
        worst = PASSES
        for line in _read(options.batch).splitlines():
            answer = _of_line(cases, line)
            print(json.dumps(answer, ensure_ascii=False))
            worst = max(worst, answer["status"])
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
        answer = cases.answer(given)
    except ValidationError as error:
        found = case_problems(cases.model, error)
        raise NoCase("; ".join(f"{p.pointer.strip('/')} {p.words}".strip() for p in found)) from None
    return {"status": PASSES if answer.passes else FAILS, **answer.as_json()}


def _read(path: str) -> str:
    return sys.stdin.read() if path == "-" else Path(path).read_text("utf-8")
