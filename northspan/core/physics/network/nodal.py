"""A network of impedances and sources solved for its node voltages. Belongs to no code book.

Notes
-----
Every source stands behind an impedance (Norton's theorem): Y V = I, solved once. A fault then is a current between two
nodes, I = (Vi - Vj)/(Zf + Zii + Zjj - Zij - Zji), by Thévenin's theorem on Z = Y⁻¹, of which only what is asked for is
solved. The reference node is the earth far away, at 0 V; every node leaks to it through 1 megohm.

References
----------
Grainger, J. J. and Stevenson, W. D., Power System Analysis (1994), chapters 7 and 8 (admittance and impedance models)
and 10 (faults by the impedance matrix).
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

EARTH = "earth"
# What insulation lets through at a node: gives a part that nothing else joins to the earth a voltage at all.
LEAK_OHM = 1.0e6
# Through an open switch.
OPEN_OHM = 1.0e7
WHOLE_UP_TO = 90

Complex = NDArray[np.complex128]


@dataclass(frozen=True, slots=True)
class Branch:
    """An impedance (ohm) between two nodes, with a source (V) in series that lifts ``end`` above ``start``."""

    name: str
    start: str
    end: str
    ohms: complex
    volts: complex = 0j


@dataclass(frozen=True, slots=True)
class Coupling:
    """An ideal transformer of ``ratio`` turns, primary over secondary, with ``ohms`` in series with its secondary."""

    name: str
    primary: tuple[str, str]
    secondary: tuple[str, str]
    ratio: float
    ohms: complex


class ImpedanceNetwork:
    """Branches and transformers between named nodes. A node comes into being with what names it, or by itself, joined
    to nothing; to ask for one that is neither there nor the earth is a KeyError.

    >>> loop = ImpedanceNetwork((Branch("source", "n", "a", 0.1, 120.0), Branch("load", "a", "n", 11.9),
    ...                          Branch("rod", "n", EARTH, 10.0)))
    >>> round(abs(loop.state().amps(loop.branches[1])), 4), round(abs(loop.faulted("a", "n", 0.0).fault_a), 1)
    (10.0, 1200.0)
    """

    def __init__(self, branches: tuple[Branch, ...], couplings: tuple[Coupling, ...] = (), nodes: Iterable[str] = ()):
        names: dict[str, int] = {node: i for i, node in enumerate(dict.fromkeys(nodes))}
        ends = [(b.start, b.end) for b in branches] + [(*c.primary, *c.secondary) for c in couplings]
        for nodes in ends:
            for node in nodes:
                if node != EARTH:
                    names.setdefault(node, len(names))
        self.branches = branches
        self.couplings = couplings
        self._at = names

    def without(self, *names: str) -> "ImpedanceNetwork":
        """The same network with some branches cut; their nodes stay."""
        return ImpedanceNetwork(tuple(b for b in self.branches if b.name not in names), self.couplings, self._at)

    def with_branches(self, *more: Branch) -> "ImpedanceNetwork":
        """The same network with branches added."""
        return ImpedanceNetwork((*self.branches, *more), self.couplings, self._at)

    def with_sources_open(self) -> "ImpedanceNetwork":
        """The same network with every source's switch open, so that nothing drives and nothing flows through it."""
        opened = (replace(b, ohms=complex(OPEN_OHM), volts=0j) if b.volts else b for b in self.branches)
        return ImpedanceNetwork(tuple(opened), self.couplings, self._at)

    @property
    def nodes(self) -> tuple[str, ...]:
        """Every node but the remote earth."""
        return tuple(self._at)

    def index(self, node: str) -> int | None:
        """A node's place in the network's vectors; None for the earth. Raises KeyError."""
        return None if node == EARTH else self._at[node]

    @cached_property
    def _by_name(self) -> dict[str, Branch]:
        return {b.name: b for b in self.branches}

    def branch(self, name: str) -> Branch | None:
        """The branch of a name; None where there is none."""
        return self._by_name.get(name)

    @cached_property
    def _ends(self) -> tuple[dict[str, int], NDArray[np.intp], NDArray[np.intp], Complex, Complex]:
        """Of every branch its place by its name, both ends (the earth comes last), ohms and volts."""
        earth = len(self._at)
        starts = np.array([self._at.get(b.start, earth) for b in self.branches], dtype=np.intp)
        stops = np.array([self._at.get(b.end, earth) for b in self.branches], dtype=np.intp)
        ohms = np.array([b.ohms for b in self.branches], dtype=np.complex128)
        volts = np.array([b.volts for b in self.branches], dtype=np.complex128)
        return {b.name: i for i, b in enumerate(self.branches)}, starts, stops, ohms, volts

    @cached_property
    def _solve(self) -> Callable[[Complex], Complex]:
        """What gives the voltages (V) that currents (A) bring: Y V = I, Y (siemens) factored once.

        A large property is nearly a tree, so that its factors stay as sparse as it is; a small one is solved whole,
        which is faster than to sort it.
        """
        n = len(self._at)
        rows, columns, values = self._admittances()
        if n <= WHOLE_UP_TO:
            y = np.zeros((n, n), dtype=np.complex128)
            np.add.at(y, (rows, columns), values)
            inverse = np.linalg.inv(y)
            return lambda amps: np.asarray(inverse @ amps, dtype=np.complex128)
        # Only a property of many stations needs it, and to import it takes longer than to solve the others.
        from scipy.sparse import csc_matrix
        from scipy.sparse.linalg import splu

        factors = splu(csc_matrix((values, (rows, columns)), shape=(n, n), dtype=np.complex128))
        return lambda amps: np.asarray(factors.solve(amps), dtype=np.complex128)

    def _admittances(self) -> tuple[list[int], list[int], list[complex]]:
        """The rows, columns and values (siemens) that add up to Y."""
        n = len(self._at)
        rows, columns, values = list(range(n)), list(range(n)), [complex(1.0 / LEAK_OHM)] * n

        def stamp(ends: tuple[str, ...], weights: tuple[float, ...], admittance: complex) -> None:
            at = [self.index(end) for end in ends]
            for i, weight in zip(at, weights, strict=True):
                for j, other in zip(at, weights, strict=True):
                    if i is not None and j is not None:
                        rows.append(i)
                        columns.append(j)
                        values.append(weight * other * admittance)

        for b in self.branches:
            stamp((b.start, b.end), (1.0, -1.0), 1.0 / b.ohms)
        for c in self.couplings:
            # Volts across the leakage: (s1 - s2) - (p1 - p2)/ratio; the same weights carry its current back.
            stamp((*c.secondary, *c.primary), (1.0, -1.0, -1.0 / c.ratio, 1.0 / c.ratio), 1.0 / c.ohms)
        return rows, columns, values

    @cached_property
    def _sound(self) -> Complex:
        currents = np.zeros(len(self._at), dtype=np.complex128)
        if all(branch.volts == 0j for branch in self.branches):
            return currents
        for branch in self.branches:
            if branch.volts != 0j:
                amps = branch.volts / branch.ohms
                i, j = self.index(branch.start), self.index(branch.end)
                if i is not None:
                    currents[i] -= amps
                if j is not None:
                    currents[j] += amps
        return self._solve(currents)

    def impedances(self) -> Complex:
        """Z = Y⁻¹ (ohm, n by n): the volts at every node that one ampere into each brings."""
        return self._solve(np.eye(len(self._at), dtype=np.complex128))

    def state(self) -> "State":
        """As it runs with no fault."""
        return State(self, self._sound, 0j)

    def faulted(self, start: str, end: str, ohms: float) -> "State":
        """With ``ohms`` (ohm) laid between two nodes."""
        i, j = self.index(start), self.index(end)
        if i == j:
            return self.state()
        drawn = np.zeros(len(self._at), dtype=np.complex128)
        if i is not None:
            drawn[i] += 1.0
        if j is not None:
            drawn[j] -= 1.0
        reached = self._solve(drawn)
        across = _at(reached, i) - _at(reached, j)
        amps = (_at(self._sound, i) - _at(self._sound, j)) / (ohms + across)
        return State(self, self._sound - amps * reached, complex(amps))


def _at(vector: Complex, index: int | None) -> complex:
    return 0j if index is None else complex(vector[index])


@dataclass(frozen=True, slots=True)
class State:
    """A network solved: voltages (V) and, where there is one, the fault's current (A)."""

    network: ImpedanceNetwork
    volts: Complex
    fault_a: complex

    def node(self, name: str) -> complex:
        """Voltage (V) of a node above remote earth."""
        return _at(self.volts, self.network.index(name))

    def magnitudes(self) -> Mapping[str, float]:
        """Current (A) through every branch by its name, without direction: all at once costs little more than one."""
        places, starts, stops, ohms, source = self.network._ends
        volts = np.append(self.volts, 0j)
        return dict(zip(places, np.abs((volts[starts] - volts[stops] + source) / ohms).tolist(), strict=True))

    def amps(self, branch: Branch) -> complex:
        """Current (A) through a branch from its start to its end."""
        return (self.node(branch.start) - self.node(branch.end) + branch.volts) / branch.ohms
