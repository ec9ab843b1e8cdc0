"""Whoever writes waits for whoever came before: SQLite lets one write at a time, and of those that wait any."""

import threading
from collections import deque
from types import TracebackType
from weakref import WeakKeyDictionary

from sqlalchemy import Engine


class InTurn:
    """A lock that is had in the order in which it was asked for.

    >>> turn = InTurn()
    >>> with turn:
    ...     turn.waiting
    0
    """

    def __init__(self) -> None:
        self._guard = threading.Lock()
        self._held = False
        self._gates: deque[threading.Lock] = deque()

    @property
    def waiting(self) -> int:
        """How many wait."""
        return len(self._gates)

    def __enter__(self) -> None:
        with self._guard:
            if not self._held:
                self._held = True
                return
            gate = threading.Lock()
            gate.acquire()
            self._gates.append(gate)
        gate.acquire()

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        with self._guard:
            if self._gates:
                # It goes from hand to hand: nobody who comes just now gets between.
                self._gates.popleft().release()
            else:
                self._held = False


_TURNS: WeakKeyDictionary[Engine, InTurn] = WeakKeyDictionary()
_MAKING = threading.Lock()


def in_turn(engine: Engine) -> InTurn:
    """The one turn of a database: held while something is written to it. Not to be asked for by who holds it."""
    with _MAKING:
        return _TURNS.setdefault(engine, InTurn())
