"""An instrument that is reached: simulated here, behind a local port, or through a file that it writes."""

import os
import stat
from collections.abc import Callable, Collection
from dataclasses import dataclass
from datetime import date
from pathlib import Path

from northspan.instruments.line import LONGEST, Instrument, InstrumentTrouble, answer, ask, understood


@dataclass(frozen=True, slots=True)
class Reached:
    """Asks an instrument; what it says after ``ok``. ``name`` is what it calls itself, with its date of calibration."""

    name: str
    calibrated: str
    ask: Callable[[str], str]


def in_here(instrument: Instrument) -> Reached:
    """A simulated one, without a wire between."""
    return Reached(
        instrument.name, instrument.calibrated, lambda line: understood(f"{answer(instrument, line)}\n".encode())
    )


def on_port(port: int, named: Collection[int] | None = None) -> Reached:
    """Whatever listens on a local port; who it is, is asked on a connection of its own. Ports that are not ``named`` by
    whoever runs the server are not looked at (None: all are). Raises InstrumentTrouble.
    """
    if named is not None and port not in named:
        raise InstrumentTrouble(f"port {port} is not named for one: start North Span with --instrument-port {port}")
    name, _, calibrated = ask(port, "who").partition("; calibrated ")
    return Reached(name[:80], _day(calibrated), lambda line: ask(port, line))


def _day(calibrated: str) -> str:
    """A day as it is written (2026-03-02), empty where none is told. Raises InstrumentTrouble."""
    try:
        return date.fromisoformat(calibrated).isoformat() if calibrated else ""
    except ValueError:
        raise InstrumentTrouble(f"its calibration is no date: {calibrated[:40]!r}; 2026-03-02 is one") from None


def in_file(folder: Path | None, name: str) -> Reached:
    """One that writes lines to a file of a folder: the last whole one is what it shows. Raises InstrumentTrouble."""
    if folder is None:
        raise InstrumentTrouble("no folder is set in which instruments write their files")
    return Reached(f"file {name}", "", lambda _: understood(_last_line(folder / f"{name}.txt")))


def _last_line(path: Path) -> bytes:
    try:
        # A pipe in the file's place would never end.
        with os.fdopen(os.open(path, os.O_RDONLY | os.O_NONBLOCK), "rb") as file:
            if not stat.S_ISREG(os.fstat(file.fileno()).st_mode):
                raise InstrumentTrouble(f"{path.name} is no file")
            file.seek(0, 2)
            file.seek(max(0, file.tell() - 2 * LONGEST))
            lines = file.read(2 * LONGEST).split(b"\n")
    except OSError:
        raise InstrumentTrouble(f"there is no file {path.name}") from None
    # What stands after the last end of line is still being written.
    return lines[-2] + b"\n" if len(lines) > 1 else b""
