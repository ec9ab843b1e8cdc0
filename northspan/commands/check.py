"""Size one run from flags, or many from a file of cases: ``northspan check``."""

import argparse
import json
import sys
from typing import Any, TextIO

from pydantic import ValidationError

from northspan.commands.outcome import BAD_INPUT, FAILS, PASSES, complain
from northspan.core.codes.codebook import CodeBook
from northspan.core.codes.library import code_book
from northspan.core.codes.nec.check import CheckCase, check
from northspan.core.job.problem import validation_problems

BOOK = "nec-2023"


def run(options: argparse.Namespace) -> int:
    """Answer the case of the flags, or every line of a batch."""
    if options.batch is not None:
        return _batch(options.batch)
    given = {name: value for name, value in vars(options).items() if name not in ("command", "json", "batch")}
    try:
        case = _case(given)
    except ValidationError as error:
        return complain(_case_problems(error))
    answer = check(code_book(BOOK), case)
    if options.json:
        print(json.dumps(answer, ensure_ascii=False))
    else:
        _print_answer(answer)
    return PASSES if answer["passes"] else FAILS


def _case(given: dict[str, Any]) -> CheckCase:
    """A case from words; the words of a number are read as one so that a choice of numbers can be checked."""
    known = dict(given)
    value = known.get("termination")
    if isinstance(value, str) and value.isdecimal():
        known["termination"] = int(value)
    if isinstance(known.get("lock_size"), int):
        known["lock_size"] = str(known["lock_size"])
    return CheckCase.model_validate(known)


def _batch(path: str) -> int:
    book = code_book(BOOK)
    status = PASSES
    try:
        with sys.stdin if path == "-" else open(path, encoding="utf-8") as lines:
            for number, line in enumerate(lines, 1):
                if line.strip() and not _batch_line(book, number, line, sys.stdout):
                    status = BAD_INPUT
    except (OSError, UnicodeDecodeError) as error:
        return complain([f"{path}: {error}"])
    return status


def _batch_line(book: CodeBook, number: int, line: str, out: TextIO) -> bool:
    """Answer one line; whether it was a case at all."""
    try:
        given = json.loads(line)
        if not isinstance(given, dict):
            raise ValueError("not an object")
        case = _case({name.replace("-", "_"): value for name, value in given.items()})
    except ValidationError as error:
        problems = _case_problems(error)
        out.write(json.dumps({"error": problems}) + "\n")
        complain(f"line {number}: {p}" for p in problems)
        return False
    except ValueError as error:
        out.write(json.dumps({"error": [str(error)]}) + "\n")
        complain([f"line {number}: not a JSON object"])
        return False
    answer = check(book, case)
    out.write(json.dumps(answer, ensure_ascii=False) + "\n")
    return True


def _case_problems(error: ValidationError) -> list[str]:
    lines = []
    for problem in validation_problems(error):
        flag = problem.pointer.strip("/").split("/")[0].replace("_", "-")
        lines.append(f"--{flag} {problem.words}" if flag else problem.words)
    return lines


def _print_answer(answer: dict[str, Any]) -> None:
    """A few lines for a person; the JSON holds everything."""
    if answer["size"] is None:
        print("No size passes.")
    else:
        word = "passes" if answer["passes"] else f"fails: {answer['stopped_by']}"
        print(f"{answer['size']} {answer['metal']}, {answer['sets']} set(s), {word}")
        print(f"  breaker {answer['breaker_a']:g} A, allowed {answer['allowed_ampacity_a']:g} A")
        print(f"  drop {answer['drop_v']:.2f} V, {answer['drop_pct']:.2f} %, loss {answer['loss_w']:.0f} W")
        print(f"  neutral {answer['neutral_size']}, equipment ground {answer['egc_size']}")
        print(f"  raceway {answer['raceway_trade_size']} in")
    for name in ("max_length_ft", "max_amps"):
        if answer.get(name) is not None:
            print(f"  {name} {answer[name]:.1f}")
    for finding in answer["findings"]:
        print(f"  {finding['level']}: {finding['title']} ({finding['section']})")
    print("A planning aid: the adopted local code and the inspector decide.")
