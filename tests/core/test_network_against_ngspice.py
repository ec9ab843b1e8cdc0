"""The property's network against an independent circuit simulator, with and without faults."""

import unittest

from northspan.core.ground.joins import joins
from northspan.core.ground.modes import modes
from northspan.core.ground.network.running import Running
from northspan.core.ground.network.wired import wired
from northspan.core.ground.places import place_grounds, place_ohms
from northspan.core.physics.network.nodal import EARTH
from northspan.core.property.prepared import prepared
from tests.core import spice
from tests.core.properties import random_property

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

    def test_random_properties(self):
        """Seventy networks or more: every mode of each property as it runs, and a fault at one of its stations."""
        tried = 0
        for seed in SEEDS:
            for there in networks(random_property(seed)):
                with self.subTest(seed=seed, mode=there.mode.id):
                    at = sorted(there.reached)[seed % len(there.reached)]
                    self.agree(there.network.state(), there.network)
                    for end, ohms in ((f"{at}:can", 0.0), (f"{at}:N", 0.02), (EARTH, 25.0)):
                        if end in (*there.network.nodes, EARTH):
                            fault = (f"{at}:A", end, ohms)
                            self.agree(there.network.faulted(*fault), there.network, fault)
                            tried += 1
        self.assertGreater(tried, 70)
