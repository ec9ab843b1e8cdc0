"""The flags of a case, read off the fields of the book's own case: each under its name, and without its unit."""

import argparse

from pydantic import BaseModel

OWN = ("command", "verb", "json", "batch", "book", "case")
UNITS = ("_a", "_m", "_ma", "_mm", "_mm2", "_ohm", "_c", "_pct", "_kmw", "_s", "_a2s", "_ka")


def add(parser: argparse.ArgumentParser, case: type[BaseModel]) -> None:
    """Add a case's flags: ``--name`` for every field, switches for what is true or false. A field's unit may be left
    out of its flag where that leaves no doubt.
    """
    names = set(case.model_fields)
    for name, field in case.model_fields.items():
        short = next((name.removesuffix(u) for u in UNITS if name.endswith(u)), name)
        flags = [f"--{name.replace('_', '-')}"]
        if short != name and short not in names:
            flags.append(f"--{short.replace('_', '-')}")
        if field.annotation is bool:
            parser.add_argument(*flags, dest=name, action="store_true", default=argparse.SUPPRESS)
        else:
            parser.add_argument(*flags, dest=name, default=argparse.SUPPRESS)
