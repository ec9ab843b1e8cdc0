"""A network of impedances and sources solved for its node voltages. Belongs to no code book.

Every source stands behind an impedance (Norton's theorem): Y V = I, solved once; a fault then is a current between two
nodes, I = (Vi - Vj)/(Zf + Zii + Zjj - Zij - Zji), by Thévenin's theorem on Z = Y⁻¹. Source: any text on nodal analysis
of power systems. The reference node is the earth far away, at 0 V.
"""

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

EARTH = "earth"
# What insulation lets through at a node: gives a part that nothing else joins to the earth a voltage at all.
LEAK_OHM = 1.0e6

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
    """Branches and transformers between named nodes; nodes come into being with what names them.

    >>> loop = ImpedanceNetwork((Branch("source", "n", "a", 0.1, 120.0), Branch("load", "a", "n", 11.9),
    ...                          Branch("rod", "n", EARTH, 10.0)))
    >>> round(abs(loop.state().amps(loop.branches[1])), 4), round(abs(loop.faulted("a", "n", 0.0).fault_a), 1)
    (10.0, 1200.0)
    """

    def __init__(self, branches: tuple[Branch, ...], couplings: tuple[Coupling, ...] = ()):
        names: dict[str, int] = {}
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
        kept = ImpedanceNetwork(tuple(b for b in self.branches if b.name not in names), self.couplings)
        for node in self._at:
            kept._at.setdefault(node, len(kept._at))
        return kept

    def with_branches(self, *more: Branch) -> "ImpedanceNetwork":
        """The same network with branches added."""
        return ImpedanceNetwork((*self.branches, *more), self.couplings)

    @property
    def nodes(self) -> tuple[str, ...]:
        """Every node but the far earth."""
        return tuple(self._at)

    @cached_property
    def inverse(self) -> Complex:
        """Z (ohm): the voltage of every node for 1 A into every node."""
        n = len(self._at)
        y = np.zeros((n, n), dtype=np.complex128)
        np.fill_diagonal(y, 1.0 / LEAK_OHM)
        for branch in self.branches:
            i, j, admittance = self._at.get(branch.start), self._at.get(branch.end), 1.0 / branch.ohms
            if i is not None:
                y[i, i] += admittance
            if j is not None:
                y[j, j] += admittance
            if i is not None and j is not None:
                y[i, j] -= admittance
                y[j, i] -= admittance
        for coupling in self.couplings:
            # Volts across the leakage: (s1 - s2) - (p1 - p2)/ratio; the same weights carry its current back.
            ends = (*coupling.secondary, *coupling.primary)
            weights = (1.0, -1.0, -1.0 / coupling.ratio, 1.0 / coupling.ratio)
            for a, weight in zip(ends, weights, strict=True):
                for b, other in zip(ends, weights, strict=True):
                    i, j = self._at.get(a), self._at.get(b)
                    if i is not None and j is not None:
                        y[i, j] += weight * other / coupling.ohms
        return np.asarray(np.linalg.inv(y), dtype=np.complex128)

    @cached_property
    def _sound(self) -> Complex:
        currents = np.zeros(len(self._at), dtype=np.complex128)
        for branch in self.branches:
            if branch.volts != 0j:
                amps = branch.volts / branch.ohms
                i, j = self._at.get(branch.start), self._at.get(branch.end)
                if i is not None:
                    currents[i] -= amps
                if j is not None:
                    currents[j] += amps
        return self.inverse @ currents

    def state(self) -> "State":
        """As it runs with no fault."""
        return State(self, self._sound, 0j)

    def faulted(self, start: str, end: str, ohms: float) -> "State":
        """With ``ohms`` (ohm) laid between two nodes."""
        i, j = self._at.get(start), self._at.get(end)
        n = len(self._at)
        reached = np.zeros(n, dtype=np.complex128)
        if i is not None:
            reached += self.inverse[:, i]
        if j is not None:
            reached -= self.inverse[:, j]
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
        """Voltage (V) of a node above the far earth."""
        return _at(self.volts, self.network._at.get(name))

    def amps(self, branch: Branch) -> complex:
        """Current (A) through a branch from its start to its end."""
        return (self.node(branch.start) - self.node(branch.end) + branch.volts) / branch.ohms
