"""The property's network against an independent circuit simulator, with and without faults."""

import unittest
from collections import Counter

from northspan.core.physics.network.nodal import EARTH
from northspan.core.property.ground.electrodes.places import place_grounds, place_ohms
from northspan.core.property.ground.joins import joins
from northspan.core.property.ground.modes import modes
from northspan.core.property.ground.network.running import Running
from northspan.core.property.ground.network.wired import wired
from northspan.core.solve.prepared import prepared
from tests.core.made.properties import random_property, three_line_property
from tests.core.second import spice

SEEDS = range(30)
WITHIN = 1e-6


def networks(job):
    """Every mode of a job as a network."""
    ready = prepared(job)
    book, job, net, sized = ready.book, ready.job, ready.net, ready.sized
    ohms = place_ohms(place_grounds(book.earthing, job, net, sized))
    joined = joins(book.earthing, job, net)
    for mode in modes(job, net):
        at = max(mode.live)
        yield wired(book.earthing, job, net, mode, joined, sized, ohms, Running(0.7, 11.0, at))


def earthed_nodes(network, fault):
    """The nodes that branches, or the fault, join to the earth."""
    links = [(b.start, b.end) for b in network.branches] + ([fault[:2]] if fault else [])
    found, before = {EARTH}, 0
    while len(found) > before:
        before = len(found)
        found |= {node for link in links if found & set(link) for node in link}
    return found


def live(there):
    """The nodes that a source, or a wire, brings a line to."""
    return {node for branch in there.network.branches for node in (branch.start, branch.end)} | {
        node for winding in there.network.couplings for node in (*winding.primary, *winding.secondary)
    }


@unittest.skipUnless(spice.NGSPICE, "ngspice is not installed")
class AgainstNgspice(unittest.TestCase):
    def agree(self, state, network, fault=None):
        volts, amps = spice.solved(network, fault)
        largest = max(abs(v) for v in volts.values())
        earthed = earthed_nodes(network, fault)
        for name, value in volts.items():
            # What floats is held to the earth by insulation alone, beside which a bond is too stiff for more digits.
            least = 1e-3 * largest if name in earthed else largest
            self.assertLess(abs(state.node(name) - value), WITHIN * max(abs(value), least), name)
        if fault is not None:
            self.assertLess(abs(state.fault_a - amps), WITHIN * max(abs(amps), 1e-3))

    def hold(self, made, seeds):
        """Every mode of each property as it runs, and faults at one of its stations: on the can, on the neutral, in the
        earth; how many faults were tried, by the line they were of.
        """
        tried = Counter()
        for seed in seeds:
            for there in networks(made(seed)):
                with self.subTest(seed=seed, mode=there.mode.id):
                    at = sorted(there.reached)[seed % len(there.reached)]
                    self.agree(there.network.state(), there.network)
                    hot = next(x for x in "CBA" if f"{at}:{x}" in live(there))
                    for end, ohms in ((f"{at}:can", 0.0), (f"{at}:N", 0.02), (EARTH, 25.0)):
                        if end in (*there.network.nodes, EARTH):
                            fault = (f"{at}:{hot}", end, ohms)
                            self.agree(there.network.faulted(*fault), there.network, fault)
                            tried[hot] += 1
        return tried

    def test_random_properties(self):
        """Seventy networks or more."""
        self.assertGreater(self.hold(random_property, SEEDS).total(), 70)

    def test_three_lines(self):
        tried = self.hold(three_line_property, SEEDS)
        self.assertGreater(tried["C"], 40)
        self.assertGreater(tried["A"], 3)
