"""Three lines, worked out by hand as one of them: load, drop, fault, and what a clamp round them all reads."""

import math
import unittest

from northspan.core.job.job import Job
from northspan.core.physics.network.nodal import EARTH
from northspan.core.property.ground.electrodes.places import place_grounds, place_ohms
from northspan.core.property.ground.joins import joins
from northspan.core.property.ground.modes import modes
from northspan.core.property.ground.network.fault import fault_state
from northspan.core.property.ground.network.running import Running
from northspan.core.property.ground.network.wired import wired
from northspan.core.readings.network.spots import clamped
from northspan.core.solve.prepared import prepared

AMPS, LENGTH_M = 30.0, 100 * 0.3048


def house(unbalance=0.0, system="400-3ph", secondary=None):
    """A source of three lines, 80 kVA and 4 %, and a panel 100 ft away; of a job that names no book's system."""
    ends = [
        {"id": "pole", "name": "Pole", "kind": "utility", "place": "p", "supply": system,
         "source": {"kva": 80, "impedance_pct": 4}},
        {"id": "board", "name": "Board", "kind": "panelboard", "place": "p", "terminal_c": 75,
         "load": {"amps": AMPS, "neutral_amps": unbalance}, "bonding": {"neutral": "screw", "ground_bar": "bonded"}},
    ]  # fmt: skip
    if secondary:
        ends[1] |= {"kind": "transformer", "transformer": {"secondary": secondary, "kva": 30}}
    cable = {"length": 100, "metal": "cu", "insulation": "XHHW-2", "raceway": "PVC40"}
    run = {"id": "r", "from_station": "pole", "to_station": "board", "use": "service", "system": system, "cable": cable}
    return Job.model_validate(
        {"name": "Three", "places": [{"id": "p", "name": "P", "kind": "yard"}], "stations": ends, "runs": [run]}
    )


def built(job):
    ready = prepared(job)
    book, job, net, sized = ready.book, ready.job, ready.net, ready.sized
    ohms = place_ohms(place_grounds(book.earthing, job, net, sized))
    (mode,) = modes(job, net)
    return wired(book.earthing, job, net, mode, joins(book.earthing, job, net), sized, ohms, Running()), sized


def source_ohm():
    """4 % of 400² ÷ 80,000, resistance to reactance as 1 to 1.5."""
    r = 0.04 * 400.0**2 / 80_000.0 / math.hypot(1.0, 1.5)
    return complex(r, 1.5 * r)


class ThreeLines(unittest.TestCase):
    def test_a_balanced_load_is_one_line_worked_out_three_times(self):
        there, sized = built(house())
        state = there.network.state()
        wire = sized["r"].sizing.rung.ohm_m * LENGTH_M
        # Half of 30 A from line to line at 400 V, as three of 15 ÷ √3, is 3 × 15 ÷ √3 ÷ 400 from each line to the
        # neutral; the other half is 15 A at 230 V.
        load = 1.0 / (3.0 * 15.0 / math.sqrt(3.0) / 400.0 + 15.0 / 230.0)
        amps = 230.0 / abs(source_ohm() + wire + load)
        for line in "ABC":
            branch = there.network.branch(f"{line} r")
            # Insulation lets through 0.23 mA at each end of a line at 230 V.
            self.assertAlmostEqual(abs(state.amps(branch)), amps, delta=5e-4)
            at_end = abs(state.node(f"board:{line}") - state.node("board:N"))
            self.assertAlmostEqual(at_end, amps * load, delta=5e-4)
        self.assertLess(abs(state.amps(there.network.branch("N r"))), 1e-6)

    def test_a_clamp_round_all_wires_of_three_lines_reads_nothing(self):
        there, sized = built(house(unbalance=8.0))
        found = fault_state(there, sized, "board", "none", "whole", None)
        (run,) = found.runs
        self.assertGreater(run.c, 20.0)
        self.assertGreater(run.neutral, 5.0)
        # A hundredth of an ampere goes by the earth beside the neutral.
        self.assertLess(run.residual.value, 0.05)
        # Nor is a meter held to anything else: its clamp goes round the same wires.
        round_all = next(names for spot, names in clamped(there, ()) if spot.part == "all")
        self.assertEqual(round_all, ("A r", "B r", "C r", "N r"))
        (board,) = [each for each in found.stations if each.station == "board"]
        self.assertGreater(board.leg_c_v.value, 225.0)

    def test_a_dead_short_of_any_line_is_held_by_source_and_wire_alone(self):
        there, sized = built(house())
        wire = sized["r"].sizing.rung.ohm_m * LENGTH_M
        neutral = there.network.branch("N r").ohms
        quiet = there.network.without(*(b.name for b in there.network.branches if b.name.startswith("load")))
        for line in "ABC":
            amps = quiet.faulted(f"board:{line}", "board:N", 0.0).fault_a
            # What goes home through the earth (a few ohms and more) is less than a part in a thousand.
            by_hand = 230.0 / abs(source_ohm() + wire + neutral)
            self.assertLess(abs(abs(amps) / by_hand - 1.0), 2e-3, line)

    def test_three_windings_bring_a_neutral_where_there_was_none(self):
        there, _ = built(house(system="240-3ph", secondary="400-3ph"))
        state = there.network.state()
        volts = [abs(state.node(f"board:{line}2") - state.node("board:N2")) for line in "ABC"]
        self.assertLess(max(volts) - min(volts), 0.01)
        self.assertTrue(210.0 < volts[0] < 230.0)
        apart = abs(state.node("board:A2") - state.node("board:B2"))
        self.assertAlmostEqual(apart, math.sqrt(3.0) * volts[0], 3)
        self.assertNotIn(EARTH, {b.end for b in there.network.branches if b.name.startswith("source")})


if __name__ == "__main__":
    unittest.main()
