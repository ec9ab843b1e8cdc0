"""A property's fault network built and solved a second time, sharing no code with the core.

It reads the job document, the sizes that were chosen and the electrodes' ohms; finds bonds, paths and loads by rules of
its own; and solves by modified nodal analysis, every source and every fault an unknown current, instead of by Norton's
theorem.
"""

import cmath
import csv
import math
from pathlib import Path
from types import SimpleNamespace

import numpy as np

TABLES = Path(__file__).parents[3] / "northspan/core"
BOND, LEAK = 0.0005, 1e6


def read(path):
    with open(TABLES / path, encoding="utf-8") as lines:
        grid = list(csv.reader(line for line in lines if not line.startswith("#")))
    return {row[0]: dict(zip(grid[0][1:], row[1:], strict=True)) for row in grid[1:]}


T9, STEEL = read("codes/nec/tables/ch9-9.csv"), read("physics/tables/steel-raceways.csv")


def ohms(metal, size, raceway, feet):
    pipe = "steel" if raceway in ("EMT", "RMC", "IMC") else "pvc"
    row = T9[size]
    return (
        complex(float(row[f"r_{metal}_{pipe}"]), float(row["xl_steel" if pipe == "steel" else "xl_pvc_al"]))
        * feet
        / 1000
    )


class Second:
    """One mode of a job document with its solution. Nodes are (station, letter); None is the remote earth."""

    def __init__(self, job, solution, mode, share=1.0):
        self.job, self.mode = job, mode
        self.stations = {s["id"]: s for s in job["stations"]}
        self.places = {p["id"]: p for p in job["places"]}
        self.grounds = {g.place: g for g in solution.ground.places}
        self.sizes = {a.id: SimpleNamespace(**{f.key: f.figure for f in a.figures}) for a in solution.runs}
        self.resistors, self.sources, self.ideal = [], [], []
        self.standby = {
            r["to_station"]: r for r in job["runs"] if self.kind(r["from_station"]) in ("generator", "inverter")
        }
        self.normal = {r["to_station"]: r for r in job["runs"] if r is not self.standby.get(r["to_station"])}
        self.live = self.reach()
        for run in job["runs"]:
            self.wire(run)
        self.metal()
        self.loads(share)

    def kind(self, station):
        return self.stations[station]["kind"]

    def z(self, a, b, value):
        self.resistors.append((a, b, value))

    def feed(self, station):
        own = self.standby.get(station)
        return own if own is not None and own["from_station"] == self.mode else self.normal.get(station)

    def out(self, station, letter):
        return (station, f"{letter}2" if self.stations[station].get("transformer") else letter)

    def reach(self):
        """Stations with voltage, found from the source outward."""
        start = [s for s in self.stations if s == self.mode] or [s for s in self.stations if self.kind(s) == "utility"]
        self.source(start[0])
        live = set(start)
        while True:
            more = {s for s in self.stations if (r := self.feed(s)) and r["from_station"] in live} - live
            if not more:
                return live
            live |= more

    def source(self, at):
        own = self.stations[at]
        if own["kind"] == "utility":
            z, ratio = own["source"]["impedance_pct"] / 100 * 240**2 / (1000 * own["source"]["kva"]), 1.5
        else:
            set_ = own["generator"]
            z, ratio = 240**2 / (1000 * set_["kw"] * set_["units"]), 6.0
            z *= set_["reactance_pct"] / 100 if own["kind"] == "generator" else 1 / set_["surge_times"]
            ratio = 6.0 if own["kind"] == "generator" else 0.0
        leg = z / 2 * cmath.exp(1j * math.atan(ratio))
        for letter, volts in (("A", 120.0), ("B", -120.0)):
            self.sources.append(((at, "N"), (at, f"emf{letter}"), volts))
            self.z((at, f"emf{letter}"), (at, letter), leg)

    def opened(self, run):
        switch = self.stations[run["to_station"]].get("transfer")
        return bool(switch and switch["switches_neutral"] and self.feed(run["to_station"]) is not run)

    def wire(self, run):
        a, b, f = run["from_station"], run["to_station"], self.sizes[run["id"]]
        at = lambda size: ohms(run["cable"]["metal"], size, run["cable"]["raceway"], run["cable"]["length"])  # noqa: E731
        if self.feed(b) is run and a in self.live:
            for leg in "AB":
                self.z(self.out(a, leg), (b, leg), at(f.size.value))
        if not self.opened(run):
            self.z(self.out(a, "N"), (b, "N"), at(f.neutral.value))
        if run["use"] != "service" and not run["cable"]["no_egc"]:
            self.z((a, "bar"), (b, "bar"), at(f.equipment_ground.value))
        if run["cable"]["raceway"] == "EMT":
            pipe = STEEL[f.raceway.value]
            outside, wall = float(pipe["EMT_outside"]) * 0.0254, float(pipe["EMT_wall"]) * 0.0254
            area = math.pi / 4 * (outside**2 - (outside - 2 * wall) ** 2)
            self.z((a, "can"), (b, "can"), 1.5 * 1.9e-7 * run["cable"]["length"] * 0.3048 / area * (1 + 0.5j))
        transformer = self.stations[b].get("transformer")
        if transformer and b in self.live:
            z = transformer["impedance_pct"] / 100 * 240**2 / (1000 * transformer["kva"]) / 2
            z *= cmath.exp(1j * math.atan(transformer["x_over_r"]))
            for top, bottom in (("A2", "N2"), ("N2", "B2")):
                self.ideal.append(((b, "A"), (b, "B"), (b, f"{top}i"), (b, bottom), 0.5))
                self.z((b, f"{top}i"), (b, top), z)

    def bond(self, station):
        """Where the station's neutral is joined to its can in this mode; None where it is not."""
        own, feed = self.stations[station], self.normal.get(station)
        how = own["bonding"]["neutral"]
        if how is None:
            switches = [self.stations[t]["transfer"] for t, r in self.standby.items() if r["from_station"] == station]
            planned = (
                bool(own.get("transformer"))
                or self.stays_three(feed)
                or (feed is not None and feed["use"] == "service")
            )
            if own.get("generator"):
                planned = all(s["switches_neutral"] for s in switches)
            how = "screw" if planned else "none"
        if how == "none" or (how == "relay" and station != self.mode):
            return None
        switch = own.get("transfer")
        if switch and switch["switches_neutral"] and self.feed(station) is not feed:
            return self.out(feed["from_station"], "N")
        return self.out(station, "N")

    def stays_three(self, run):
        if run is None or not run["cable"]["no_egc"] or run["cable"]["raceway"] == "EMT":
            return False
        here, there = (self.stations[run[end]]["place"] for end in ("from_station", "to_station"))
        return here != there and self.places[there]["state"] == "stays" and there not in self.by_metal(here, run)

    def by_metal(self, start, without):
        """Places that metal leads to from one: pipes, and grounds and steel of every run but one."""
        links = [(p["from_place"], p["to_place"]) for p in self.job["metal_paths"]]
        for run in self.job["runs"]:
            steel, wire = run["cable"]["raceway"] == "EMT", run["use"] != "service" and not run["cable"]["no_egc"]
            if run is not without and (steel or wire):
                links.append(tuple(self.stations[run[end]]["place"] for end in ("from_station", "to_station")))
        reached = {start}
        while more := {b for ends in links for a, b in (ends, ends[::-1]) if a in reached} - reached:
            reached |= more
        return reached

    def metal(self):
        for s, own in self.stations.items():
            if own["kind"] == "utility":
                self.z((s, "N"), None, own["source"]["earth_ohm"])
                continue
            if own["bonding"]["ground_bar"] != "floating":
                self.z((s, "bar"), (s, "can"), BOND)
            if (joined := self.bond(s)) is not None:
                self.z(joined, (s, "can"), BOND)
        for g in self.grounds.values():
            if isinstance(g.ohms.value, float) and g.lands_at:
                self.z((g.lands_at, "can"), None, g.ohms.value)
        for p in self.job["metal_paths"]:
            ends = [self.grounds[p[end]].lands_at for end in ("from_place", "to_place")]
            if all(ends) and ends[0] != ends[1]:
                self.z((ends[0], "can"), (ends[1], "can"), p["ohm"])

    def loads(self, share):
        for s in self.live:
            load = self.stations[s]["load"]
            if not load or self.feed(s) is None:
                continue
            a, b, n = (self.out(s, letter) for letter in "ABN")
            odd = share * load["neutral_amps"]
            even = share * load["amps"] - odd
            for start, end, volts, amps in (
                (a, b, 240, even / 2),
                (a, n, 120, even / 2),
                (b, n, 120, even / 2),
                (a, n, 120, odd),
            ):
                if amps > 0:
                    self.z(start, end, volts / amps)

    def faulted(self, start, end):
        """Every node's voltage with two nodes joined, and the current between them."""
        sources = [*self.sources, (end, start, 0.0)]
        volts, through = self.stamped(self.resistors, sources, self.ideal)
        return volts, through[len(sources) - 1]

    def stamped(self, resistors, sources, ideal, driven=(), besides=()):
        """Every node's voltage, and what each source, then each winding, carries. ``driven`` are amperes into nodes."""
        nodes = {n for a, b, _ in resistors for n in (a, b)} | {n for i in ideal for n in i[:4]} | set(besides)
        nodes |= {n for a, b, _ in sources for n in (a, b)}
        at = {n: i for i, n in enumerate(sorted(nodes - {None}))}
        n, extra = len(at), len(sources) + len(ideal)
        m, right = np.zeros((n + extra, n + extra), complex), np.zeros(n + extra, complex)
        for (_, letter), i in at.items():
            m[i, i] = 0 if letter.startswith("emf") or letter.endswith("i") else 1 / LEAK
        for a, b, z in resistors:
            for p, q in ((a, b), (b, a)):
                if p is not None:
                    m[at[p], at[p]] += 1 / z
                    if q is not None:
                        m[at[p], at[q]] -= 1 / z
        for k, (low, high, volts) in enumerate(sources, n):
            for node, sign in ((low, -1), (high, 1)):
                if node is not None:
                    m[at[node], k] -= sign
                    m[k, at[node]] += sign
            right[k] = volts
        for k, (p1, p2, s1, s2, share) in enumerate(ideal, n + len(sources)):
            for node, weight in ((s1, 1), (s2, -1), (p1, -share), (p2, share)):
                m[k, at[node]] += weight
                m[at[node], k] -= weight
        for node, amps in driven:
            right[at[node]] += amps
        found = np.linalg.solve(m, right)
        return {node: found[i] for node, i in at.items()}, found[n:]
