"""An independent check of one run: written from the definitions alone, sharing no code with the core.

It reads the data files as plain CSV, finds the drop by bisection on the phasor equation instead of in closed
form, and finds every size by scanning.
"""

import cmath
import csv
import math
from pathlib import Path

FOLDER = Path(__file__).parents[3] / "northspan/core/codes/nec/tables"
EPS = 1e-9


def read(name):
    with open(FOLDER / name, encoding="utf-8") as lines:
        grid = list(csv.reader(line for line in lines if not line.startswith("#")))
    return {row[0]: dict(zip(grid[0][1:], row[1:], strict=True)) for row in grid[1:]}


AMP, T9, T8, EGC = read("310.16.csv"), read("ch9-9.csv"), read("ch9-8.csv"), read("250.122.csv")
T4, T5, T5A = read("ch9-4.csv"), read("ch9-5.csv"), read("ch9-5A.csv")
del T4["3/8"]  # for short tails only
AMBIENT, BUNDLE = read("310.15-B-1.csv"), read("310.15-C-1.csv")
STANDARD = [float(r) for r in read("240.6.csv")]
SMALL = {"cu": {"14": 15, "12": 20, "10": 30}, "al": {"12": 15, "10": 25}}
VOLTS = {"120-2w": 120, "240-2w": 240, "208-2w": 208, "277-2w": 277, "480-2w": 480}
VOLTS |= {"120/240-3w": 240, "120/208-3w": 208}
COLUMN = {"THHN": 90, "THWN-2": 90, "XHHW-2": 90, "THWN": 75, "THW": 75, "TW": 60, "UF": 60, "NM": 90, "SER": 90}
OWN_CAP = COLUMN | {"NM": 60}
AREA = {"THHN": "THHN", "THWN-2": "THHN", "THWN": "THHN", "XHHW-2": "XHHW", "THW": "THW", "TW": "TW"}
ORDER = list(AMP)


def standard_at_least(amps):
    return next((r for r in STANDARD if r >= amps - EPS), None)


def ambient_factor(column, ambient):
    for upper, cells in AMBIENT.items():
        if ambient <= float(upper) + EPS:
            return float(cells[f"t{column}"] or 0)
    return 0.0


def bundling_factor(count):
    if count <= 3:
        return 1.0
    return next(float(c["factor"]) for upper, c in BUNDLE.items() if upper == "more" or count <= int(upper))


def drop(volts, amps, pf, r, x):
    """Receiving voltage by bisection: the highest Vr whose sending voltage does not exceed the source."""
    current = amps * complex(pf, -math.sqrt(1 - pf * pf))
    low, high = 0.0, float(volts)
    if abs(low + current * complex(r, x)) > volts:
        return None
    for _ in range(200):
        middle = (low + high) / 2
        low, high = (middle, high) if abs(middle + current * complex(r, x)) <= volts else (low, middle)
    return volts - low


def sizes(metal):
    return [s for s in T9 if T9[s][f"r_{metal}_pvc"] and AMP[s][f"{metal}_60"]]


class Run:
    """One case, with defaults filled in, and every figure worked out on the way."""

    def __init__(self, case):
        self.c = {"continuous_amps": 0, "pf": 1.0, "sets": 1, "rooftop": False, "nipple": False, "ccc": None,
                  "in_insulation": False, "no_drop": False, "neutral_amps": None, "egc_metal": None,
                  "bare_egc": False, "lock_breaker": None, "lock_size": None, "drop_pct": 3.0} | case  # fmt: skip
        c = self.c
        self.metal, self.sets, self.insulation = c["metal"], c["sets"], c["insulation"]
        self.design = c["amps"] + 0.25 * c["continuous_amps"]
        self.breaker = c["lock_breaker"] or standard_at_least(self.design)
        hot = c["ambient_c"] + (33 if c["rooftop"] and self.insulation != "XHHW-2" else 0)
        self.ambient = ambient_factor(COLUMN[self.insulation], hot)
        own = 3 if c["system"] == "120/208-3w" else 2
        self.bundling = 1.0 if c["nipple"] else bundling_factor(c["ccc"] or own)
        self.steel = "steel" if c["raceway"] in ("EMT", "RMC", "IMC") else "pvc"

    def ampacities(self, size):
        cap = OWN_CAP[self.insulation]
        if self.insulation == "SER" and self.c["in_insulation"] and size in ("14", "12", "10"):
            cap = 60
        terminal = float(AMP[size][f"{self.metal}_{min(cap, self.c['termination'])}"]) * self.sets
        base = float(AMP[size][f"{self.metal}_{COLUMN[self.insulation]}"]) * self.sets
        return base, base * self.ambient * self.bundling, terminal

    def usable(self, size):
        if self.sets > 1 and ORDER.index(size) < ORDER.index("1/0"):
            return False
        largest = {"NM": "2", "UF": "4/0"}.get(self.insulation, "1000")
        return ORDER.index(size) <= ORDER.index(largest)

    def drop_of(self, size):
        r = float(T9[size][f"r_{self.metal}_{self.steel}"])
        x = float(T9[size]["xl_steel" if self.steel == "steel" else "xl_pvc_al"])
        loop = 2 * self.c["length_ft"] / 1000 / self.sets
        volts = VOLTS[self.c["system"]]
        return drop(volts, self.c["amps"], self.c["pf"], loop * r, loop * x), loop * r

    def carries(self, size):
        if not self.usable(size) or self.breaker is None:
            return False
        _, derated, terminal = self.ampacities(size)
        allowed = min(derated, terminal)
        above = None
        if all(abs(allowed - r) > EPS for r in STANDARD):
            above = standard_at_least(allowed)
        roof = above if above and above <= 800 and allowed > 0 else allowed
        small = SMALL[self.metal].get(size, math.inf)
        return (
            terminal >= self.design - EPS
            and derated >= self.c["amps"] - EPS
            and self.breaker <= roof + EPS
            and self.breaker <= small + EPS
        )

    def passes(self, size):
        if not self.carries(size):
            return False
        volts, _ = self.drop_of(size)
        pct = None if volts is None else 100 * volts / VOLTS[self.c["system"]]
        return self.c["no_drop"] or (pct is not None and pct <= self.c["drop_pct"] + EPS)

    def table_ground(self, metal):
        return next(c[metal] for upper, c in EGC.items() if self.breaker <= float(upper))

    def ground(self, size, required):
        metal = self.c["egc_metal"] or self.metal
        found = self.table_ground(metal)
        if required and ORDER.index(size) > ORDER.index(required):
            asked = float(T8[found]["cmil"]) * float(T8[size]["cmil"]) / float(T8[required]["cmil"])
            made = [s for s in ORDER if AMP[s][f"{metal}_60"]]
            found = next((s for s in made if float(T8[s]["cmil"]) >= 0.995 * asked), size)
        found = min(found, size, key=ORDER.index)
        return "12" if metal == "al" and found == "14" else found

    def neutral(self, size):
        if self.c["system"] in ("240-2w", "208-2w", "480-2w"):
            return None
        if self.c["neutral_amps"] is None or self.c["system"] in ("120-2w", "277-2w"):
            return size
        floor = min(self.table_ground(self.metal), size, key=ORDER.index)
        for each in sizes(self.metal):
            if self.usable(each) and min(self.ampacities(each)[1:]) >= self.c["neutral_amps"] - EPS:
                return max(each, floor, key=ORDER.index)
        return None

    def pipe(self, size, neutral, ground):
        group = AREA.get(self.insulation)
        if group is None or self.c["raceway"] == "none":
            return None, None
        if neutral is None and self.c["system"] not in ("240-2w", "208-2w", "480-2w"):
            return None, None
        wires = [(self.metal, size)] * (1 if self.c["system"] in ("120-2w", "277-2w") else 2)
        wires += [(self.metal, neutral)] if neutral else []
        total = sum(area(group, *w) for w in wires)
        metal = self.c["egc_metal"] or self.metal
        total += bare(metal, ground) if self.c["bare_egc"] else area(group, metal, ground)
        share = 0.6 if self.c["nipple"] else 0.4
        for trade, cells in T4.items():
            inside = cells[f"{self.c['raceway']}_area"]
            if inside and total <= share * float(inside) + EPS:
                return trade, 100 * total / float(inside)
        return None, None


def area(group, metal, size):
    compact = T5A.get(size, {}).get(f"{group}_area") if metal == "al" else None
    return float(compact or T5[size][f"{group}_area"])


def bare(metal, size):
    return float(T5A[size]["bare_area"]) if metal == "al" and size in T5A else float(T8[size]["area_in2"])


def leg_drop_percent_two_phase(amps, r, x):
    """Worse leg of an evenly loaded 120/208 V line, full neutral, power factor 1, by fixed-point phasors."""
    sources = [cmath.rect(120, 0), cmath.rect(120, -2 * math.pi / 3)]
    loads = list(sources)
    for _ in range(200):
        currents = [amps * v / abs(v) for v in loads]
        loads = [e - i * complex(r, x) - sum(currents) * complex(r, x) for e, i in zip(sources, currents, strict=True)]
    return max(100 * (120 - abs(v)) / 120 for v in loads)
