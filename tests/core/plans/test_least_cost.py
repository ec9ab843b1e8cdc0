"""The cheapest property that keeps its drops, against trying everything; and solved whole."""

import math
import random
import unittest

import jsonpatch

from northspan.core.document.file import dump, parse
from northspan.core.document.patched import patched_job
from northspan.core.plans.whatif.least.least_cost import _options, least_cost
from northspan.core.plans.whatif.least.lines import least_lines
from northspan.core.plans.whatif.least.options import standing
from northspan.core.plans.whatif.least.tree import Tree
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from northspan.shop.csv_lists import shipped_list
from tests.core.made.jobs import job as small

PRICES = {item.name: item.price for item in shipped_list("prices")}


def tree(seed):
    """A service and up to four feeders or circuits in a tree; loads and lengths that make drops meet their limits."""
    r = random.Random(seed)
    many = r.randint(1, 4)
    stations = [
        {"id": "pole", "name": "Pole", "kind": "utility", "place": "house", "supply": "120/240-3w"},
        *(
            {"id": f"s{i}", "name": f"Panel {i}", "kind": "panelboard", "place": "house", "terminal_c": 75,
             "load": {"amps": r.randint(5, 45)}}
            for i in range(many + 1)
        ),
    ]  # fmt: skip
    runs = []
    for i in range(many + 1):
        start = "pole" if i == 0 else f"s{r.randrange(i)}"
        cable = {"length": r.choice([30, 90, 150, 280]), "metal": r.choice(["cu", "al"]), "insulation": "XHHW-2"}
        locks = {"size": "1/0"} if i and r.random() < 0.2 else {}
        runs.append(
            {"id": f"r{i}", "from_station": start, "to_station": f"s{i}", "use": "service" if i == 0 else "feeder",
             "system": "120/240-3w", "cable": cable, "locks": locks}
        )  # fmt: skip
    house = {"total_drop_pct": r.choice([2.5, 4, 5])}
    places = [{"id": "house", "name": "House", "kind": "dwelling"}]
    made = {"version": 3, "name": "t", "house_rules": house, "places": places, "stations": stations, "runs": runs}
    return parse(made)


def left(volts, option):
    """Voltage behind an option's line: the phasor equation of a constant current, |V + I Z| = Vs, solved for V."""
    q, rung = option.sizing.question, option.sizing.rung
    drop = q.amps * complex(q.pf, -math.sqrt(1 - q.pf**2)) * 2 * rung.ohm_m * q.length_m / q.sets
    return math.sqrt(volts**2 - drop.imag**2) - drop.real


def everything(order, every, volts, limit):
    """The least cost of all choices for the runs in ``order`` that keep ``limit`` at every station; inf: none."""
    if not order:
        return 0.0
    run, best = order[0], math.inf
    for option in every[run.id]:
        reached = left(volts[run.from_station], option)
        if reached >= limit:
            rest = everything(order[1:], every, volts | {run.to_station: reached}, limit)
            best = min(best, option.cost + rest)
    return best


class AgainstBruteForce(unittest.TestCase):
    def test_two_hundred_random_trees(self):
        tight = 0
        for seed in range(200):
            job = tree(seed)
            ready = prepared(job)
            years = random.Random(seed).choice([0, 10])
            every = {}
            for name, each in ready.sized.items():
                own = standing(ready.book, each, PRICES, ready.job.house_rules, years)
                found = sorted(_options(ready, name, own, PRICES, years), key=lambda o: o.cost)
                # A handful of each run keeps trying everything short; the dear ones are what a tight limit needs.
                every[name] = found[:3] + found[-2:] if len(found) > 5 else found
            limit = 240 * (1 - job.house_rules.total_drop_pct / 100) - 1e-7
            best = everything(ready.net.order, every, {"pole": 240.0}, limit)
            with self.subTest(seed=seed):
                picks = Tree(ready, every, {}).cheapest()
                self.assertEqual(picks is None, best == math.inf)
                if picks is not None:
                    self.assertEqual(set(picks), set(every))
                    self.assertAlmostEqual(sum(o.cost for o in picks.values()), best, places=6)
                    tight += best > sum(min(o.cost for o in options) for options in every.values()) + 1e-6
        self.assertGreater(tight, 20)


class Whole(unittest.TestCase):
    def test_what_is_found_brings_no_finding_and_keeps_every_drop(self):
        jobs = [*demo_jobs().values(), *(tree(seed) for seed in range(12))]
        cheaper = 0
        for job in jobs:
            for years in (0, 15):
                with self.subTest(job=job.name, years=years):
                    found = least_cost(job, PRICES, years)
                    after = job if found.fix is None else patched_job(job, found.fix.patch)
                    keys = [
                        {(f.rule, f.run, f.station) for f in solve(each).findings if f.level != "note"}
                        for each in (job, after)
                    ]
                    self.assertLessEqual(keys[1], keys[0])
                    if not found.over:
                        drops = [s.drop_pct.value or 0 for s in solve(after).stations]
                        self.assertLessEqual(max(drops), job.house_rules.total_drop_pct + 1e-6)
                    if "drop-total" not in {rule for rule, _, _ in keys[0]}:
                        self.assertGreaterEqual(found.saved.value, -1e-9)
                        cheaper += found.saved.value > 1
                    locked = {r.id for r in job.runs if r.locks.size is not None}
                    self.assertFalse(locked & {c.run for c in found.changes})
        self.assertGreater(cheaper, 5)

    def test_a_line_at_480_volts_is_taken_where_it_pays_with_all_that_it_costs(self):
        fields = {"cable/metal": "al", "cable/insulation": "XHHW-2", "cable/length": 1200, "use": "branch",
                  "system": "240-2w"}  # fmt: skip
        load = {"stations/2/load": {"amps": 40}, "stations/2/kind": "disconnect", "house_rules/total_drop_pct": 8}
        far = small(**{f"runs/1/{n}": v for n, v in fields.items()}, **load)
        for years in (0, 10):
            found = least_lines(far, PRICES, years, ["feeder"])
            self.assertEqual(found.lines, ("feeder",))
            after = parse(jsonpatch.apply_patch(dump(far), list(found.least.fix.patch)))
            solved = solve(after)
            self.assertEqual([r.system for r in after.runs if r.id == "feeder"], ["480-2w"])
            parts = [self.parts(run, answer) for run, answer in zip(after.runs, solved.runs, strict=True)]
            plates = [s.transformer for s in after.stations if s.transformer]
            kwh = sum(r.figure("loss_kwh_year").value for r in solved.runs)
            kwh += sum(t.kva * t.no_load_pct / 100 * 8760 for t in plates)
            # Windings: 3 % of the rated volts at rated amperes, as much resistance as reactance.
            hours, amps = after.house_rules.loss_hours, {"480-2w": 20, "240-2w": 40}
            for t in plates:
                volts = int(t.secondary.split("-")[0])
                r = t.impedance_pct / 100 * volts**2 / (t.kva * 1000) / math.sqrt(2)
                kwh += amps[t.secondary] ** 2 * r * hours / 1000
            cost = sum(parts) + sum(PRICES[f"transformer {t.kva:g} kVA"] for t in plates) + years * 0.15 * kwh
            self.assertAlmostEqual(found.least.after.value, cost, places=4)
            worse = {f.rule for f in solved.findings if f.level in ("danger", "violation", "house")}
            self.assertLessEqual(worse, {f.rule for f in solve(far).findings})
        near = least_lines(small(), PRICES, 10, ["feeder"])
        self.assertEqual((near.lines, len(near.passed_by)), ((), 1))
        self.assertEqual(near.least.after, least_cost(small(), PRICES, 10).after)

    def parts(self, run, answer):
        """Wire, pipe and breaker of a run by its figures and the price list."""
        size, cable = answer.figure("size").value, run.cable
        hots = 1 if run.system.startswith("120-") else 2
        wires = [(cable.metal, size)] * hots
        if run.system.endswith("3w"):
            wires.append((cable.metal, answer.figure("neutral").value))
        ground = answer.figure("equipment_ground").value
        if ground is not None:
            wires.append((cable.egc_metal or cable.metal, ground))
        each = sum(PRICES[f"wire {metal} {size}"] for metal, size in wires)
        each += PRICES[f"pipe {cable.raceway} {answer.figure('raceway').value}"]
        breaker = answer.figure("breaker").value
        return each * cable.length + (PRICES[f"breaker {hots}-pole {breaker:g}"] if breaker else 0)

    def test_a_price_that_is_missing_leaves_a_run_as_it_is(self):
        job = tree(1)
        none = least_cost(job, {}, 10)
        self.assertEqual((none.changes, none.fix), ((), None))
