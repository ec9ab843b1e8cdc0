"""Answer cases, one from flags or a file or many from a file of lines: ``northspan check``, ``trip``, ``bonding``."""

import argparse
import json
import sys
from collections.abc import Mapping
from pathlib import Path
from typing import Any, TextIO

from pydantic import ValidationError

from northspan.commands.case_flags import OWN
from northspan.commands.outcome import BAD_INPUT, FAILS, PASSES, complain
from northspan.core.book.case import CaseAnswer, Cases, case_problems
from northspan.core.book.library import book_ids, code_book
from northspan.core.figures.problem import Problem
from northspan.core.figures.working import Value, number


class NoCase(ValueError):
    """What was given is no case; the arguments say why, a line each."""


def run(options: argparse.Namespace) -> int:
    """Answer the case of the flags or of a file, or every line of a batch."""
    if options.batch is not None:
        return _batch(options)
    given = {name: value for name, value in vars(options).items() if name not in OWN}
    try:
        if getattr(options, "case", None) is not None:
            given = _object(_read(options.case))
        answer = _answer(options, given)
    except NoCase as error:
        return complain(error.args)
    except (OSError, UnicodeDecodeError) as error:
        return complain([str(error)])
    if options.json:
        print(json.dumps(answer.as_json(), ensure_ascii=False))
    else:
        _print(answer)
    return PASSES if answer.passes else FAILS


def _answer(options: argparse.Namespace, given: Mapping[str, Any]) -> CaseAnswer:
    """Answer a case that may name its own book."""
    known = {name.replace("-", "_"): value for name, value in given.items()}
    cases = _cases(options.verb, known.pop("book", options.book))
    try:
        return cases.answer(known)
    except ValidationError as error:
        raise NoCase(*(_said(p) for p in case_problems(cases.model, error))) from None


def _cases(verb: str, book_id: Any) -> Cases:
    if book_id not in book_ids():
        raise NoCase(f"--book {book_id!r} is not one of {', '.join(book_ids())}")
    cases = code_book(book_id).cases.get(verb)
    if cases is None:
        raise NoCase(f"the {book_id} book answers no {verb}")
    return cases


def _batch(options: argparse.Namespace) -> int:
    status = PASSES
    try:
        with sys.stdin if options.batch == "-" else open(options.batch, encoding="utf-8") as lines:
            for at, line in enumerate(lines, 1):
                if line.strip() and not _line(options, at, line, sys.stdout):
                    status = BAD_INPUT
    except (OSError, UnicodeDecodeError) as error:
        return complain([f"{options.batch}: {error}"])
    return status


def _line(options: argparse.Namespace, at: int, line: str, out: TextIO) -> bool:
    """Answer one line; whether it was a case at all."""
    try:
        answer = _answer(options, _object(line))
    except NoCase as error:
        out.write(json.dumps({"error": error.args}) + "\n")
        complain(f"line {at}: {p}" for p in error.args)
        return False
    out.write(json.dumps(answer.as_json(), ensure_ascii=False) + "\n")
    return True


def _read(path: str) -> str:
    return sys.stdin.read() if path == "-" else Path(path).read_text("utf-8")


def _object(text: str) -> dict[str, Any]:
    try:
        given = json.loads(text)
    except (ValueError, RecursionError):
        given = None
    if not isinstance(given, dict):
        raise NoCase("not a JSON object")
    return given


def _said(problem: Problem) -> str:
    flag = problem.pointer.strip("/")
    if not flag:
        return problem.words
    return f"{flag} {problem.words}" if "/" in flag else f"--{flag.replace('_', '-')} {problem.words}"


def _print(answer: CaseAnswer) -> None:
    """A few lines for a person; the JSON holds everything."""
    print(answer.headline)
    for each in answer.figures:
        if each.figure.value is not None:
            unit = "" if each.figure.unit == "factor" else each.figure.unit
            print(f"  {each.label}: {_written(each.figure.value)} {unit}".rstrip())
    for finding in answer.findings:
        print(f"  {finding.level}: {finding.title} ({finding.section})")
    print("A planning aid: the adopted local code and the inspector decide.")


def _written(value: Value) -> str:
    return number(value) if isinstance(value, float) else str(value)
