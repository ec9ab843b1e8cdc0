"""Laws of loads, house rules, transformers and variants, on random figures."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.codes.nec.data import AWG
from northspan.core.plans.whatif.what_if import what_if
from northspan.core.solve.solve import solve
from tests import examples
from tests.core.made.jobs import job
from tests.core.sizing.test_transformers import STEP_UP

TRADES = ("1/2", "3/4", "1", "1 1/4", "1 1/2", "2", "2 1/2", "3", "3 1/2", "4", "5", "6")
FEET, AMPS = st.integers(1, 900), st.integers(8, 150)
SLOW = examples(40)


def feeder(feet, amps, **rules):
    changes = {f"house_rules/{name}": value for name, value in rules.items()}
    return solve(job(**{"runs/1/cable/length": feet, "stations/2/load/amps": amps}, **changes)).runs[1]


class HouseRuleLaws(unittest.TestCase):
    @SLOW
    @given(FEET, AMPS, st.integers(0, 60), st.integers(0, 60))
    def test_more_spare_never_asks_for_less(self, feet, amps, spare, more):
        less, larger = feeder(feet, amps, spare_pct=spare), feeder(feet, amps, spare_pct=spare + more)
        self.assertLessEqual(less.figure("design").value, larger.figure("design").value)
        self.assertLessEqual(less.figure("breaker").value, larger.figure("breaker").value)

    @SLOW
    @given(FEET, AMPS)
    def test_a_larger_current_to_judge_the_drop_by_never_takes_smaller_wire(self, feet, amps):
        sizes = [
            feeder(feet, amps, drop_current=on).figure("size").value for on in ("load", "80-of-breaker", "breaker")
        ]
        ranks = [AWG.rank(size) if size else math.inf for size in sizes]
        self.assertEqual(ranks, sorted(ranks))

    @SLOW
    @given(FEET, AMPS)
    def test_a_pipe_up_is_never_fuller(self, feet, amps):
        plain, up = feeder(feet, amps), feeder(feet, amps, pipe_up=True)
        if plain.figure("raceway").value and up.figure("raceway").value:
            self.assertGreaterEqual(
                TRADES.index(up.figure("raceway").value), TRADES.index(plain.figure("raceway").value)
            )
            self.assertLessEqual(up.figure("fill_pct").value, plain.figure("fill_pct").value)

    @SLOW
    @given(FEET, AMPS)
    def test_a_full_ground_is_never_smaller_than_the_tables(self, feet, amps):
        table, full = feeder(feet, amps), feeder(feet, amps, equipment_ground="full")
        if table.figure("size").value:
            self.assertGreaterEqual(
                AWG.rank(full.figure("equipment_ground").value), AWG.rank(table.figure("equipment_ground").value)
            )


class TransformerLaws(unittest.TestCase):
    @SLOW
    @given(st.floats(5, 50), st.floats(1, 6), st.floats(0, 5))
    def test_a_larger_transformer_never_leaves_less_voltage(self, kva, impedance, ratio):
        def volts(size):
            own = {"kva": size, "impedance_pct": impedance, "x_over_r": ratio}
            solved = solve(job(**STEP_UP, **{f"stations/3/transformer/{k}": v for k, v in own.items()}))
            return next(s.volts.value for s in solved.stations if s.id == "shed-panel")

        self.assertLessEqual(volts(kva), volts(2 * kva) + 1e-9)

    @SLOW
    @given(st.floats(500, 50000), st.floats(1, 20000))
    def test_a_stiffer_source_never_gives_less_fault_current(self, amps, more):
        def faults(available):
            solved = solve(job(**STEP_UP | {"stations/0/source": {"fault_a": available}}))
            return [s.fault_a.value for s in solved.stations]

        for weak, stiff in zip(faults(amps), faults(amps + more), strict=True):
            self.assertLessEqual(weak, stiff + 1e-6)


class VariantLaws(unittest.TestCase):
    @SLOW
    @given(FEET, AMPS, st.sampled_from(["cu", "al"]))
    def test_a_variant_that_changes_nothing_shows_nothing(self, feet, amps, metal):
        same = {
            "runs/1/cable/length": feet,
            "stations/2/load/amps": amps,
            "runs/0/cable/metal": metal,
            "runs/1/cable/metal": metal,
        }
        one = job(**same, variants=[{"id": "v", "name": "Same", "metal": metal}])
        self.assertEqual(what_if(one, {}).rows, ())

    @SLOW
    @given(FEET, AMPS)
    def test_every_column_stands_for_itself(self, feet, amps):
        variants = [
            {"id": "a", "name": "Copper", "metal": "cu"},
            {"id": "b", "name": "Pipe", "pipe_up": True},
            {"id": "c", "name": "Breaker", "run": "feeder", "breaker_a": 200},
        ]
        base = {"runs/1/cable/length": feet, "stations/2/load/amps": amps}
        together = what_if(job(**base, variants=variants), {})
        alone = what_if(job(**base, variants=variants[2:]), {})
        for row in alone.rows:
            same = next(r for r in together.rows if (r.name, r.run) == (row.name, row.run))
            self.assertEqual(same.cells[3].value, row.cells[1].value)
