"""The command line: ``northspan demo | serve | solve | load | check``; see docs/command-line.md."""

import argparse
import json
import sys
from collections.abc import Iterable, Sequence
from pathlib import Path
from typing import Any, NoReturn, TextIO

from pydantic import TypeAdapter, ValidationError

from northspan.core.check import CheckCase, check
from northspan.core.codes.codebook import CodeBook
from northspan.core.codes.library import code_book
from northspan.core.job import Job
from northspan.core.jobfile import JobFileError, parse_text, validation_problems
from northspan.core.place_load import LoadMethod, PlaceLoad
from northspan.core.place_loads import place_loads
from northspan.core.solution import Solution
from northspan.core.solve import solve
from northspan.core.topology import network

BOOK = "nec-2023"
PASSES, FAILS, BAD_INPUT = 0, 1, 2
SWITCHES = ("rooftop", "nipple", "in-insulation", "no-drop", "bare-egc", "max-length", "max-amps")
VALUES = (
    "amps",
    "continuous-amps",
    "system",
    "length-ft",
    "metal",
    "insulation",
    "raceway",
    "ambient-c",
    "ccc",
    "termination",
    "drop-pct",
    "pf",
    "sets",
    "neutral-amps",
    "egc-metal",
    "lock-breaker",
    "lock-size",
)


class _Parser(argparse.ArgumentParser):
    """Says what is wrong in one line, without the usage text."""

    def error(self, message: str) -> NoReturn:
        print(f"northspan: {message}", file=sys.stderr)
        raise SystemExit(BAD_INPUT)


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command. Returns the exit status: 0 passes, 1 does not, 2 bad input."""
    options = _parser().parse_args(arguments)
    try:
        status: int = options.command(options)
    except BrokenPipeError:
        return PASSES
    return status


def _parser() -> argparse.ArgumentParser:
    parser = _Parser(prog="northspan", description="Services, feeders and subpanels, sized with the working on show.")
    commands = parser.add_subparsers(required=True, metavar="demo | serve | solve | load | check")
    for name, words in (("demo", "start with the demo jobs"), ("serve", "start the application")):
        server = commands.add_parser(name, help=words)
        server.add_argument("--host", default="127.0.0.1", help="address to bind to (default: loopback)")
        server.add_argument("--port", type=_port, default=8047)
        server.add_argument("--database", default=None, help="database URL (default: a file in ./var)")
        server.add_argument(
            "--insecure", action="store_true", help="allow a --host that others on the network can reach"
        )
        server.set_defaults(command=_serve, demo=name == "demo")
    solver = commands.add_parser("solve", help="print the whole solution of a job file as JSON")
    solver.add_argument("job", help="a job file, or - for standard input")
    solver.set_defaults(command=_solve)
    loader = commands.add_parser("load", help="print each place's load calculations, line by line")
    loader.add_argument("job", help="a job file, or - for standard input")
    loader.add_argument("--json", action="store_true", help="print them as JSON")
    loader.set_defaults(command=_load)
    checker = commands.add_parser("check", help="size one run from flags")
    for flag in VALUES:
        checker.add_argument(f"--{flag}", default=argparse.SUPPRESS)
    for flag in SWITCHES:
        checker.add_argument(f"--{flag}", action="store_true", default=argparse.SUPPRESS)
    checker.add_argument("--json", action="store_true", help="print the answer as JSON")
    checker.add_argument("--batch", metavar="CASES.jsonl", help="one case a line; one answer a line")
    checker.set_defaults(command=_check)
    return parser


def _port(text: str) -> int:
    if not text.isdecimal() or not 1 <= int(text[:6]) <= 65535:
        raise argparse.ArgumentTypeError(f"{text!r} is no port: a number from 1 to 65535")
    return int(text)


def _serve(options: argparse.Namespace) -> int:
    from northspan.server.running import StartTrouble, run

    try:
        run(options.host, options.port, options.database, demo=options.demo, insecure=options.insecure)
    except StartTrouble as trouble:
        return _complain([str(trouble)])
    return PASSES


def _read_job(path: str) -> Job | None:
    """The job of a file, or None once what is wrong with it has been said."""
    try:
        return parse_text(sys.stdin.buffer.read() if path == "-" else Path(path).read_bytes())
    except OSError as error:
        _complain([f"{path}: {error.strerror or error}"])
    except JobFileError as error:
        _complain(f"{path}{p.said()}" if p.pointer else f"{path}: {p.words}" for p in error.problems)
    return None


def _solve(options: argparse.Namespace) -> int:
    job = _read_job(options.job)
    if job is None:
        return BAD_INPUT
    print(TypeAdapter(Solution).dump_json(solve(job), indent=1).decode())
    return PASSES


def _load(options: argparse.Namespace) -> int:
    job = _read_job(options.job)
    if job is None:
        return BAD_INPUT
    loads = place_loads(code_book(job.code_book), job, network(job))
    if options.json:
        print(TypeAdapter(tuple[PlaceLoad, ...]).dump_json(loads, indent=1).decode())
        return PASSES
    names = {place.id: place.name for place in job.places}
    for load in loads:
        print(f"{names[load.place]}: {load.why}")
        for method in load.methods:
            _print_method(method, method.id == load.governs)
    print("A planning aid: the adopted local code and the inspector decide.")
    return PASSES


def _print_method(method: LoadMethod, governs: bool) -> None:
    mark = "governs" if governs else "may be used" if method.may_be_used else "may not be used"
    print(f"  {method.name}, {method.section}: {mark}. {method.why}")
    for line in method.lines:
        print(f"    {line.va.value:>10,.0f} VA  {line.name}")
    print(f"    {method.total_va.value:>10,.0f} VA  together")
    neutral = method.neutral_amps.value
    also = "" if neutral is None else f", neutral {neutral:g} A"
    print(f"    {method.amps.value:>10g} A   heavier leg{also}")


def _check(options: argparse.Namespace) -> int:
    if options.batch is not None:
        return _batch(options.batch)
    given = {name: value for name, value in vars(options).items() if name not in ("command", "json", "batch")}
    try:
        case = _case(given)
    except ValidationError as error:
        return _complain(_case_problems(error))
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
        return _complain([f"{path}: {error}"])
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
        _complain(f"line {number}: {p}" for p in problems)
        return False
    except ValueError as error:
        out.write(json.dumps({"error": [str(error)]}) + "\n")
        _complain([f"line {number}: not a JSON object"])
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


def _complain(problems: Iterable[str]) -> int:
    for problem in problems:
        print(f"northspan: {problem}", file=sys.stderr)
    return BAD_INPUT


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


if __name__ == "__main__":
    sys.exit(main())
