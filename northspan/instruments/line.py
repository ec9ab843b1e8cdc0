"""The lines that an instrument is asked and answers by, and asking one over a local port.

One line asks, one line answers, in UTF-8 and at most ``LONGEST`` bytes: ``who`` is answered by ``ok NAME; calibrated
DATE``, ``read WHAT ...`` by ``ok VALUE UNIT``, what cannot be done by ``no WORDS``. See docs/instruments.md.
"""

import math
import socket
import time
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Protocol

LONGEST = 500
PATIENCE_S = 3.0


class InstrumentTrouble(ValueError):
    """An instrument that does not do what it is asked; the message says how, in words."""


@dataclass(frozen=True, slots=True)
class Shown:
    """What an instrument shows: a figure with its unit, or words."""

    value: float | str
    unit: str = ""


class Instrument(Protocol):
    """Something that reads."""

    name: str
    calibrated: str

    def read(self, what: tuple[str, ...], options: Mapping[str, str]) -> Shown:
        """What it shows when it is put there. Raises InstrumentTrouble where it cannot read that."""


def answer(instrument: Instrument, line: str) -> str:
    """An instrument's answer to a line: the words after ``read``, those with ``=`` in them as options.

    >>> class Rule:
    ...     name, calibrated = "Folding rule", "2026-05-04"
    ...     def read(self, what, options): return Shown(2.5, "ft")
    >>> answer(Rule(), "who"), answer(Rule(), "read length"), answer(Rule(), "dance")
    ('ok Folding rule; calibrated 2026-05-04', 'ok 2.5 ft', 'no ask who, or read WHAT')
    """
    words = line.split()
    if words == ["who"]:
        return f"ok {instrument.name}; calibrated {instrument.calibrated}"
    if len(words) < 2 or words[0] != "read":
        return "no ask who, or read WHAT"
    options = dict(word.split("=", 1) for word in words[1:] if "=" in word)
    try:
        shown = instrument.read(tuple(word for word in words[1:] if "=" not in word), options)
    except InstrumentTrouble as trouble:
        return f"no {trouble}"
    value = f"{shown.value:.6g}" if isinstance(shown.value, float) else shown.value
    return f"ok {value} {shown.unit}".rstrip()


def ask(port: int, line: str, patience_s: float = PATIENCE_S) -> str:
    """Ask whatever listens on a local port; gives what it says after ``ok``. Raises InstrumentTrouble: nothing there,
    too slow, too much, not understood, or what the instrument itself says.
    """
    until = time.monotonic() + patience_s
    heard = b""
    try:
        with socket.create_connection(("127.0.0.1", port), timeout=patience_s) as wire:
            wire.sendall(f"{line}\n".encode())
            while b"\n" not in heard:
                wire.settimeout(max(0.01, until - time.monotonic()))
                more = wire.recv(LONGEST + 1 - len(heard))
                if not more or time.monotonic() > until:
                    break
                heard += more
                if len(heard) > LONGEST:
                    raise InstrumentTrouble("it floods: more than one line came")
    except OSError as trouble:
        slow = isinstance(trouble, TimeoutError)
        words = f"nothing came in {patience_s:g} s" if slow else f"nothing answers on port {port}"
        raise InstrumentTrouble(words) from None
    return understood(heard)


def understood(heard: bytes) -> str:
    """What a line says after ``ok``. Raises InstrumentTrouble.

    >>> understood(b"ok 3.10 A\\n")
    '3.10 A'
    """
    first, ended, _ = heard.partition(b"\n")
    if not ended:
        raise InstrumentTrouble("it stopped in the middle of a line" if heard else "it closed without an answer")
    try:
        told = first.decode().strip()
    except UnicodeDecodeError:
        raise InstrumentTrouble("what came is not words") from None
    if told.startswith("no "):
        raise InstrumentTrouble(told.removeprefix("no "))
    if not told.startswith("ok "):
        raise InstrumentTrouble(f"not understood: {told[:60]!r}")
    return told.removeprefix("ok ")


def figure(told: str) -> Shown:
    """A figure with its unit out of an answer. Raises InstrumentTrouble.

    >>> figure("3.10 A")
    Shown(value=3.1, unit='A')
    """
    value, _, unit = told.partition(" ")
    try:
        found = float(value)
    except ValueError:
        found = math.nan
    if not math.isfinite(found) or found < 0.0:
        raise InstrumentTrouble(f"not a reading: {told[:60]!r}")
    return Shown(found, unit)
