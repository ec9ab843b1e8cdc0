"""Faults planted in an independent simulation of a property and hunted with the finder's own next readings.

The simulation is ``Second`` (nodal analysis of its own, nothing of the core but what was sized): loads that are not as
told, either leg the heavier, a source that is not at its nominal volts, meters with an error of their own.
"""

import math
import random
from dataclasses import dataclass
from functools import cache

from northspan.core.document.file import dump
from northspan.core.property.whole.measured import Conditions, Measured
from northspan.core.readings.finding.finding import finding
from northspan.core.readings.network.of_job import metered
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution
from tests.core.second.network import BOND, Second

OPEN = 3e5
ERRORS = {"volts": 0.007, "amps": 0.02, "continuity": 0.02}
DIGITS = {"volts": 0.1, "amps": 0.01, "continuity": 0.01}
MOST = 12


class House(Second):
    """A property with loads of its own, a fault, and meters that are put to it."""

    def __init__(self, job, solved, pick, told):
        self.pick, self.told, self.injected, self.main_off = pick, told, {}, False
        super().__init__(job, solved, "utility")
        # Wires by the ends that they had when all was sound: a clamp goes round them wherever they lead now.
        self.where = {}
        for i, (a, b, _) in enumerate(self.resistors):
            if i not in self.drawn:
                self.where.setdefault(frozenset((a, b)), i)
        self.volts_share = pick.gauss(1.0, 0.004 if told else 0.012)
        self.sources = [(a, b, v * self.volts_share) for a, b, v in self.sources]

    def loads(self, share):
        self.drawn = []
        for s in sorted(self.live):
            load = self.stations[s]["load"]
            if not load or self.feed(s) is None:
                continue
            a, b, n = (self.out(s, letter) for letter in "ABN")
            factor = self.pick.uniform(0.93, 1.07) if self.told else self.pick.uniform(0.4, 1.6)
            odd = factor * load["neutral_amps"]
            even = factor * load["amps"] - odd
            heavy = a if self.told or self.pick.random() < 0.5 else b
            for start, end, volts, amps in ((a, b, 240, even / 2), (a, n, 120, even / 2), (b, n, 120, even / 2),
                                            (heavy, n, 120, odd)):  # fmt: skip
                if amps > 0:
                    self.drawn.append(len(self.resistors))
                    self.z(start, end, volts / amps)

    def index(self, a, b):
        """Where a resistor between two nodes stands; None where there is none."""
        return self.where.get(frozenset((a, b)))

    def add(self, at, ohms):
        """So many ohms in series with a resistor."""
        a, b, z = self.resistors[at]
        self.resistors[at] = (a, b, z + ohms)

    def solve(self, dead=False, between=None):
        """Volts of every node; ``dead``: the power off, and one ampere driven between two nodes. With the main off
        nothing drives but what comes from outside.
        """
        rows = [(a, b, z) for i, (a, b, z) in enumerate(self.resistors) if not (dead and self.hot(i, a, b))]
        if self.main_off:
            rows = [each for each in rows if not any(end and end[1].startswith("emf") for end in each[:2])]
        sources, ideal = ([] if dead or self.main_off else self.sources), [] if dead else self.ideal
        driven = [] if dead else list(self.injected.items())
        driven += zip(between, (1, -1), strict=True) if between else ()
        every = {(s, letter) for s in self.stations for letter in ("N", "bar", "can")}
        return {None: 0j} | self.stamped(rows, sources, ideal, driven, every | set(between or ()))[0]

    def hot(self, i, a, b):
        return i in self.drawn or any(x is not None and x[1][0] in "ABe" for x in (a, b))

    def through(self, volts, a, b):
        """What flows from one node to another by wire (A)."""
        at = self.index(a, b)
        if at is None:
            return None
        p, q, z = self.resistors[at]
        return (volts[p] - volts[q]) / z

    def true(self, what, at, part):
        """What a meter without error reads; None where it cannot be put."""
        if what == "continuity":
            feed = self.feed(at)
            start = feed["from_station"]
            other = (start, "N" if self.kind(start) == "utility" else "can")
            volts = self.solve(dead=True, between=((at, "can"), other))
            return min(abs(volts[at, "can"] - volts[other]), 1e4)
        volts = self.solve()
        if what == "volts":
            one, other = {"a-n": "AN", "b-n": "BN", "a-b": "AB", "n-can": ("N", "can")}[part]
            return abs(volts[at, one] - volts[at, other])
        if part == "electrode":
            lands = (self.grounds[at].lands_at, "can")
            return abs(self.through(volts, lands, None))
        if part == "path":
            path = next(p for p in self.job["metal_paths"] if p["id"] == at)
            return abs(
                self.through(volts, *((self.grounds[path[e]].lands_at, "can") for e in ("from_place", "to_place")))
            )
        run = next(r for r in self.job["runs"] if r["id"] == at)
        a, b = run["from_station"], run["to_station"]
        amps = {x: self.through(volts, self.out(a, x), (b, x)) for x in "ABN"}
        if part == "ground":
            return abs(self.through(volts, (a, "bar"), (b, "bar")))
        if part == "all":
            return abs(sum(each for each in amps.values() if each is not None))
        return abs(amps[{"a": "A", "b": "B", "neutral": "N"}[part]])

    def read(self, what, at, part):
        value = self.true(what, at, part) * (1 + self.pick.gauss(0, ERRORS[what]))
        return max(0.0, round(value / DIGITS[what]) * DIGITS[what])


@dataclass
class Planted:
    """What was planted: the keys that are right for it, and what it changes of a house."""

    keys: tuple[str, ...]
    make: object


def faults(house, pick):
    """Everything that may be planted in a house, kind by kind."""
    found = {}

    def offer(kind, keys, make):
        found.setdefault(kind, []).append(Planted(keys, make))

    for run in house.job["runs"]:
        a, b = run["from_station"], run["to_station"]
        if house.feed(b) is not run or b not in house.live:
            continue
        wires = {x: house.index(house.out(a, x), (b, x)) for x in "ABN"}
        ohms = OPEN if pick.random() < 0.4 else math.exp(pick.uniform(math.log(0.25), math.log(20)))
        for x, kind in (("A", "loose-run-leg"), ("B", "loose-run-leg"), ("N", "loose-neutral")):
            if wires[x] is not None:
                key = f"{kind}/{run['id']}" + (f"/{x}" if x != "N" else "")
                offer(kind, (key,), lambda h, i=wires[x], z=ohms: h.add(i, z))
        ground, pipe = house.index((a, "bar"), (b, "bar")), house.index((a, "can"), (b, "can"))
        if ground is not None:
            offer("missing-ground", (f"missing-ground/{run['id']}",),
                  lambda h, ways=(ground, pipe): [h.add(i, OPEN) for i in ways if i is not None])  # fmt: skip
        times = pick.uniform(1.8, 3.0)
        if all(i is not None for i in wires.values()):
            offer(
                "thin-wire",
                (f"thin-wire/{run['id']}",),
                lambda h, ways=wires, k=times: [h.add(i, (k - 1) * h.resistors[i][2]) for i in ways.values()],
            )
        if ground is not None and wires["N"] is not None and pipe is None and house.kind(b) == "panelboard":

            def swap(h, n=wires["N"], g=ground, b=b):
                (p, _, z), (q, _, y) = h.resistors[n], h.resistors[g]
                h.resistors[n], h.resistors[g] = (p, (b, "bar"), z), (q, (b, "N"), y)

            offer("swapped", (f"swapped/{run['id']}",), swap)
    for s in house.live:
        if house.kind(s) == "utility" or (s, "N") not in {x for r in house.resistors for x in r[:2]}:
            continue
        bond = house.index(house.out(s, "N"), (s, "can"))
        if bond is not None:
            offer("missing-bond", (f"missing-bond/{s}",), lambda h, i=bond: h.add(i, OPEN))
        elif not house.stations[s].get("transformer"):
            offer("second-bond", (f"second-bond/{s}",), lambda h, s=s: h.z((s, "N"), (s, "can"), BOND))
    for g in house.grounds.values():
        if g.lands_at and (i := house.index((g.lands_at, "can"), None)) is not None:
            offer("electrode-off", (f"electrode-off/{g.place}",), lambda h, i=i: h.add(i, OPEN))
    pole = next(s for s in house.stations if house.kind(s) == "utility")
    amps = pick.uniform(4, 15)
    offer("outside", (f"outside/{pole}",), lambda h: h.injected.update({(pole, "N"): amps}))
    return found


def outside_the_list(house, pick):
    """Faults that no list has: a leg of one panel meets that leg of another, past both their breakers."""
    panels = [x for x in sorted(house.live) if house.kind(x) == "panelboard"]
    one, other = pick.sample(panels, 2)
    leg, ohms = pick.choice("AB"), math.exp(pick.uniform(math.log(0.01), math.log(0.1)))
    return Planted(("else",), lambda h: h.z((one, leg), (other, leg), ohms))


def telling(make, job, solved, seed, told):
    """Whether a fault shows: how far anything is from what is read without it, in a meter's own errors."""
    sound, ill = (House(job, solved, random.Random(seed), told) for _ in "ab")
    make(ill)
    before, after = sound.solve(), ill.solve()
    most, volts = 0.0, 0.0
    for s in sound.live - {x for x in sound.live if sound.kind(x) == "utility"}:
        for one, other in ("AN", "BN", ("N", "can")):
            if (s, one) in before and (s, other) in before:
                a, b = (abs(v[s, one] - v[s, other]) for v in (before, after))
                most = max(most, abs(a - b) / max(1.0, 0.01 * a))
                volts = max(volts, abs(a - b) / 120.0) if other == "N" else volts
    for run in sound.job["runs"]:
        for x in "ABN":
            ends = sound.out(run["from_station"], x), (run["to_station"], x)
            if sound.index(*ends) is not None:
                a, b = (abs(h.through(v, *ends) or 0) for h, v in ((sound, before), (ill, after)))
                most = max(most, abs(a - b) / max(0.3, 0.03 * a))
    return most, volts


@dataclass
class Hunt:
    """How a hunt went: what was planted, what was told, after how many readings."""

    kind: str
    keys: tuple
    told: object
    readings: list
    moves_volts: float

    @property
    def rank(self):
        """The place of what was planted among what is told; one that cannot be told from it counts for it."""
        for i, each in enumerate(self.told.suspects):
            if each.key in self.keys:
                return i
        return 99


def hunt(job, seed, told, kind=None):
    """One hunt on a job; None where nothing that shows was found to plant."""
    pick = random.Random(seed)
    made = dump(job)
    for station in made["stations"]:
        if station["load"]:
            station["load"]["power_factor"] = 1.0
    ready = prepared(job)
    solved = solution(ready)
    house = House(made, solved, random.Random(seed), told)
    planted, what = None, kind or "any"
    moves = 0.0
    if kind != "sound":
        for _ in range(40):
            if kind == "else":
                each, what = outside_the_list(house, pick), "else"
            else:
                offered = faults(house, pick)
                what = kind or pick.choice(sorted(offered))
                if what not in offered:
                    return None
                each = pick.choice(offered[what])
            shows, moves = telling(each.make, made, solved, seed, told)
            if shows > 5.0:
                planted = each
                break
        if planted is None:
            return None
        planted.make(house)
    metered_of = cache(lambda ran: metered(ready, solved.panels, ran))
    readings = []
    while True:
        answer = finding(ready.entered, ready.book.earthing.words, ready.book.readings, readings, metered_of)
        following = answer.next
        if following is None or len(readings) >= MOST:
            keys = planted.keys if planted else ("none",)
            return Hunt(what, keys, answer, readings, moves)
        ran = following.ran or Conditions()
        house.main_off = ran.load == "main-off"
        value = house.read(following.what, following.at, following.part)
        readings.append(Measured(len(readings) + 1, following.what, following.at, following.part, value, "R. Vale",
                                 "2026-11-02T10:00", ran=ran))  # fmt: skip
