"""A network solved whole, and solved again with a few of its conductances another. Belongs to no code book.

With conductances y more between pairs of nodes, B holding +1 at the one node of each and -1 at the other,
V' = V - ZB (diag(1/y) + BᵗZB)⁻¹ BᵗV, and Z' likewise: as much work as there are changes, no new solving. Source:
Woodbury, Inverting modified matrices (1950); Sherman and Morrison, Annals of Mathematical Statistics 21 (1950), 124.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from northspan.core.physics.network.nodal import EARTH, ImpedanceNetwork

Complex = NDArray[np.complex128]
Places = NDArray[np.intp]
# A pair of nodes, and the conductance (siemens) that is more between them; less where it is negative.
More = tuple[int, int, complex]


class Whole:
    """A network with its impedances between all nodes (ohm) and its voltages (V); the earth is the last of them."""

    def __init__(self, network: ImpedanceNetwork):
        nodes = network.nodes
        self.place: dict[str, int] = {name: i for i, name in enumerate((*nodes, EARTH))}
        self._ohms = np.zeros((len(nodes) + 1, len(nodes) + 1), dtype=np.complex128)
        self._ohms[:-1, :-1] = network.impedances()
        self._volts = np.append(network.state().volts, 0j)

    def altered(self, more: Sequence[More] = ()) -> "Altered":
        """With so much more conductance between pairs of nodes, each told by its place.

        >>> from northspan.core.physics.network.nodal import Branch
        >>> loop = Whole(ImpedanceNetwork((Branch("source", EARTH, "a", 1.0, 12.0), Branch("load", "a", EARTH, 5.0))))
        >>> a, earth = loop.place["a"], loop.place[EARTH]
        >>> heavier = loop.altered([(a, earth, 1 / 2.5 - 1 / 5)])
        >>> round(float(abs(loop.altered().volts[a])), 3), round(float(abs(heavier.volts[a])), 3)
        (10.0, 8.571)
        """
        changed = [each for each in more if each[2] != 0.0]
        i = np.array([each[0] for each in changed], dtype=np.intp)
        j = np.array([each[1] for each in changed], dtype=np.intp)
        reached = self._ohms[:, i] - self._ohms[:, j]
        own = np.array([1.0 / each[2] for each in changed], dtype=np.complex128)
        inner = np.asarray(np.linalg.inv(np.diag(own) + reached[i] - reached[j]), dtype=np.complex128)
        volts = self._volts - reached @ (inner @ (self._volts[i] - self._volts[j]))
        return Altered(self._ohms, volts, reached, inner)


@dataclass(frozen=True, slots=True)
class Altered:
    """A network as it is now: its ``volts`` (V) by the places of its nodes."""

    _ohms: Complex
    volts: Complex
    _reached: Complex
    _inner: Complex

    def between(self, starts: Places, ends: Places) -> Complex:
        """What an ohmmeter finds between pairs of nodes (ohm), told by their places: Zii + Zjj - Zij - Zji.

        >>> from northspan.core.physics.network.nodal import Branch
        >>> two = Whole(ImpedanceNetwork((Branch("one", "a", EARTH, 3.0), Branch("other", "b", EARTH, 4.0))))
        >>> a, b = (np.array([two.place[name]]) for name in "ab")
        >>> round(float(abs(two.altered().between(a, b)[0])), 3)
        7.0
        """
        z, apart = self._ohms, self._reached[starts] - self._reached[ends]
        before = z[starts, starts] + z[ends, ends] - z[starts, ends] - z[ends, starts]
        return np.asarray(before - np.einsum("mk,kl,ml->m", apart, self._inner, apart), dtype=np.complex128)
