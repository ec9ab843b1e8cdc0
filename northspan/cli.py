"""The command line: ``northspan demo | serve | solve | load | check | ...``; see docs/command-line.md."""

import argparse
import sys
from collections.abc import Sequence
from importlib import import_module
from typing import NoReturn

from pydantic import BaseModel

from northspan.commands import case_flags
from northspan.commands.outcome import BAD_INPUT, PASSES
from northspan.core.book.library import book_ids, code_book

USUAL_BOOK = "nec-2023"


class _Parser(argparse.ArgumentParser):
    """Says what is wrong in one line, without the usage text."""

    def error(self, message: str) -> NoReturn:
        print(f"northspan: {message}", file=sys.stderr)
        raise SystemExit(BAD_INPUT)


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command. Returns the exit status: 0 passes, 1 does not, 2 bad input."""
    given = list(sys.argv[1:] if arguments is None else arguments)
    options = _parser(given).parse_args(given)
    try:
        # Only what the one command needs is loaded.
        status: int = import_module(f"northspan.commands.{options.command}").run(options)
    except BrokenPipeError:
        return PASSES
    return status


def _parser(arguments: Sequence[str]) -> argparse.ArgumentParser:
    parser = _Parser(prog="northspan", description="Services, feeders and subpanels, sized with the working on show.")
    verbs = "demo | serve | solve | load | check | trip | bonding | box | balance | cover | pull | cuts | outage | "
    verbs += "least-cost | packet | instrument"
    commands = parser.add_subparsers(required=True, metavar=verbs)
    for name, words in (("demo", "start with the demo jobs"), ("serve", "start the application")):
        server = commands.add_parser(name, help=words)
        server.add_argument("--host", default="127.0.0.1", help="address to bind to (default: loopback)")
        server.add_argument("--port", type=_port, default=8047)
        server.add_argument("--database", default=None, help="database URL (default: a file in ./var)")
        server.add_argument(
            "--insecure", action="store_true", help="allow a --host that others on the network can reach"
        )
        server.add_argument(
            "--instrument-port", action="append", type=_port, default=[], metavar="PORT",
            help="a local port that an instrument may be asked at; may be given again",
        )  # fmt: skip
        server.set_defaults(command="serve", demo=name == "demo")
    solver = commands.add_parser("solve", help="print the whole solution of a job file as JSON")
    solver.add_argument("job", help="a job file, or - for standard input")
    solver.set_defaults(command="solve")
    loader = commands.add_parser("load", help="print each place's load calculations, line by line")
    loader.add_argument("job", help="a job file, or - for standard input")
    loader.add_argument("--json", action="store_true", help="print them as JSON")
    loader.set_defaults(command="load")
    least = commands.add_parser(
        "least-cost", help="metal and size of every free run that cost least and keep every rule"
    )
    least.add_argument("job", help="a job file, or - for standard input")
    least.add_argument("--years", type=_years, default=20.0, help="of losses beside the parts (default: 20; 0: parts)")
    least.add_argument(
        "--line", action="append", default=[], metavar="RUN", help="a run that may be at 480 V; twice at most"
    )
    least.add_argument("--json", action="store_true", help="print it as JSON")
    least.set_defaults(command="least_cost")
    meters = commands.add_parser("instrument", help="a simulated instrument of a job behind a local port")
    meters.add_argument("kind", help="such as clamp, voltmeter, earth or utility")
    meters.add_argument("job", help="a job file, or - for standard input")
    meters.add_argument("--port", type=_port, default=0, help="(default: a free one, which is printed)")
    meters.add_argument("--practice", default="", metavar="WORDS", help="plant a fault, the same for the same words")
    meters.set_defaults(command="instrument")
    papers = commands.add_parser("packet", help="write the sheets of a job as PDF, SVG, DXF and CSV")
    papers.add_argument("job", help="a job file, or - for standard input")
    papers.add_argument("--out", required=True, metavar="DIR", help="the folder that they are written to")
    papers.add_argument("--sheets", help="which, with commas between, such as one-line,site-plan (default: all)")
    papers.add_argument("--paper", choices=("letter", "a4"), help="(default: as the job has it)")
    papers.set_defaults(command="packet")
    checker = commands.add_parser("check", help="size one run from flags, under any code book")
    _cases(checker, "check")
    if "check" in arguments:
        case_flags.add(checker, _case_of("check", arguments))
    tripper = commands.add_parser("trip", help="a residual device tested: its times against what they may be")
    _cases(tripper, "trip")
    if "trip" in arguments:
        case_flags.add(tripper, _case_of("trip", arguments))
    bonding = commands.add_parser("bonding", help="earthing conductor and bonding of an installation")
    bonding.add_argument("case", nargs="?", help="a file with one case, or - for standard input")
    _cases(bonding, "bonding")
    for verb, words in (
        ("box", "what a box needs of room, what it has, the smallest that would do"),
        ("balance", "the best balance of a panel's legs, with the fewest moves"),
        ("cover", "the least cover of buried wiring, and every other way to lie there"),
        ("pull", "the tension of a pull both ways, what goes in, what breaks a limit"),
        ("cuts", "the cheapest spools and lengths that give every piece of wire unbroken"),
        ("outage", "the order of a day that keeps the power off for the shortest time"),
    ):
        asked = commands.add_parser(verb, help=words)
        given = asked.add_mutually_exclusive_group(required=True)
        given.add_argument("case", nargs="?", help="a file with one case, or - for standard input")
        given.add_argument("--batch", metavar="CASES.jsonl", help="one case a line; one answer a line")
        asked.set_defaults(command="trade", verb=verb, book=USUAL_BOOK)
    return parser


def _cases(parser: argparse.ArgumentParser, verb: str) -> None:
    parser.add_argument("--book", default=USUAL_BOOK, help=f"the code book (default: {USUAL_BOOK})")
    parser.add_argument("--json", action="store_true", help="print the answer as JSON")
    parser.add_argument("--batch", metavar="CASES.jsonl", help="one case a line; one answer a line")
    parser.set_defaults(command="cases", verb=verb)


def _case_of(verb: str, arguments: Sequence[str]) -> type[BaseModel]:
    """The case of the book that the arguments name; of the usual one where they name none that is there."""
    finder = argparse.ArgumentParser(add_help=False, allow_abbrev=False)
    finder.add_argument("--book", default=USUAL_BOOK)
    named = finder.parse_known_args(arguments)[0].book
    asked = (code_book(book).cases.get(verb) for book in (named, USUAL_BOOK, *book_ids()) if book in book_ids())
    return next(cases for cases in asked if cases is not None).model


def _years(text: str) -> float:
    years = float(text) if text.replace(".", "", 1).isdecimal() else -1.0
    if not 0.0 <= years <= 100.0:
        raise argparse.ArgumentTypeError(f"{text!r} is no number of years: 0 to 100")
    return years


def _port(text: str) -> int:
    if not text.isdecimal() or not 1 <= int(text[:6]) <= 65535:
        raise argparse.ArgumentTypeError(f"{text!r} is no port: a number from 1 to 65535")
    return int(text)


if __name__ == "__main__":
    sys.exit(main())
