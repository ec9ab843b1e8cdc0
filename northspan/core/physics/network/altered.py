"""A network solved whole, and solved again with a few of its conductances another. Belongs to no code book.

With conductances Y (diagonal) more between pairs of nodes, B holding +1 at the one node of each and -1 at the other,
V' = V - ZB (I + Y BᵗZB)⁻¹ Y BᵗV, and Z' likewise: as much work as there are changes, no new solving; several sets of
values at once. Source: Woodbury, Inverting modified matrices (1950); Sherman and Morrison, Annals of Mathematical
Statistics 21 (1950), 124.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.physics.network.nodal import EARTH, ImpedanceNetwork

Complex = NDArray[np.complex128]
Places = NDArray[np.intp]
Pairs = Sequence[tuple[int, int]]


class Whole:
    """A network with its impedances between all nodes (ohm) and its voltages (V); the earth is the last of them."""

    def __init__(self, network: ImpedanceNetwork):
        nodes = network.nodes
        self.place: dict[str, int] = {name: i for i, name in enumerate((*nodes, EARTH))}
        self._ohms = np.zeros((len(nodes) + 1, len(nodes) + 1), dtype=np.complex128)
        self._ohms[:-1, :-1] = network.impedances()
        self._volts = np.append(network.state().volts, 0j)

    def altered(self, pairs: Pairs = (), more: Complex | None = None) -> "Altered":
        """With so much more conductance (siemens, less where negative) between pairs of nodes, told by their places: a
        row of ``more`` for each network that is wanted, a column for each pair.

        >>> from northspan.core.physics.network.nodal import Branch
        >>> loop = Whole(ImpedanceNetwork((Branch("source", EARTH, "a", 1.0, 12.0), Branch("load", "a", EARTH, 5.0))))
        >>> a, earth = loop.place["a"], loop.place[EARTH]
        >>> two = loop.altered([(a, earth)], np.array([[0j], [1 / 2.5 - 1 / 5]]))
        >>> abs(two.volts[:, a]).round(3).tolist()
        [10.0, 8.571]
        """
        i = np.array([pair[0] for pair in pairs], dtype=np.intp)
        j = np.array([pair[1] for pair in pairs], dtype=np.intp)
        y = np.zeros((1, 0), dtype=np.complex128) if more is None else more
        reached = self._ohms[:, i] - self._ohms[:, j]
        own = reached[i] - reached[j]
        if len(pairs) == 1:
            inner = (y / (1.0 + y * own[0, 0]))[:, :, None]
        else:
            inner = np.linalg.solve(np.eye(len(pairs)) + y[:, :, None] * own, y[:, :, None] * np.eye(len(pairs)))
        volts = self._volts - (inner @ (self._volts[i] - self._volts[j])) @ reached.T
        return Altered(self._ohms, volts, reached, inner)

    def changed(self, pairs: Pairs, more: Complex) -> "Whole":
        """The network with so much more conductance (siemens) between pairs of nodes, to be altered further."""
        made = self.altered(pairs, more[None, :])
        found = object.__new__(Whole)
        found.place = self.place
        found._ohms = self._ohms - made._reached @ made._inner[0] @ made._reached.T
        found._volts = made.volts[0]
        return found

    def scale(self, share: float) -> None:
        """Every source of it of so many times the volts."""
        self._volts = share * self._volts


@dataclass(frozen=True, slots=True)
class Altered:
    """Networks as they are now, a row of ``volts`` (V) for each, by the places of its nodes."""

    _ohms: Complex
    volts: Complex
    _reached: Complex
    _inner: Complex

    def reaching(self, pairs: Pairs, nodes: Places) -> Complex:
        """The volts that one ampere from the first node of each pair to its second brings to each of some nodes; a row
        for each network, a column for each pair last.
        """
        i = np.array([pair[0] for pair in pairs], dtype=np.intp)
        j = np.array([pair[1] for pair in pairs], dtype=np.intp)
        here = self._ohms[nodes]
        own = here[:, i] - here[:, j]
        met = (self._reached[i] - self._reached[j]).T
        return np.asarray(own - self._reached[nodes] @ (self._inner @ met), dtype=np.complex128)

    def between(self, starts: Places, ends: Places) -> Complex:
        """What an ohmmeter finds between pairs of nodes (ohm), told by their places: Zii + Zjj - Zij - Zji; a row for
        each network.

        >>> from northspan.core.physics.network.nodal import Branch
        >>> two = Whole(ImpedanceNetwork((Branch("one", "a", EARTH, 3.0), Branch("other", "b", EARTH, 4.0))))
        >>> a, b = (np.array([two.place[name]]) for name in "ab")
        >>> abs(two.altered().between(a, b)).round(3).tolist()
        [[7.0]]
        """
        z, apart = self._ohms, self._reached[starts] - self._reached[ends]
        before = z[starts, starts] + z[ends, ends] - z[starts, ends] - z[ends, starts]
        return np.asarray(before - np.einsum("pa,kab,pb->kp", apart, self._inner, apart), dtype=np.complex128)
