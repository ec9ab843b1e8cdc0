"""An independent Canadian check: written from the definitions alone, sharing no code with the core.

It reads the data files as plain CSV, finds the drop by bisection on the phasor equation, and the greatest load and
length by bisection on the passing itself.
"""

import cmath
import csv
import math
from pathlib import Path

FOLDER = Path(__file__).parents[3] / "northspan/core/codes/cec/tables"
E = 1e-9


def read(name):
    with open(FOLDER / f"{name}.csv", encoding="utf-8") as lines:
        grid = list(csv.reader(line for line in lines if not line.startswith("#")))
    return {row[0]: dict(zip(grid[0][1:], row[1:], strict=True)) for row in grid[1:]}


AMPS = {"cu": read("table-2"), "al": read("table-4")}
T5A, T5C, T9, T10, T13, T16, T39 = (read(f"table-{t}") for t in ("5A", "5C", "9", "10", "13", "16", "39"))
Z, WIRE = read("impedance"), read("conductors")
RATINGS = [float(r) for r in read("standard-ratings")]
SMALL = {"cu": {"14": 15, "12": 20, "10": 30}, "al": {"12": 15, "10": 25}}
VOLTS = {"120-2w": 120, "240-2w": 240, "208-2w": 208, "120/240-3w": 240, "120/208-3w": 208}
RATED = {"RW90XLPE": 90, "R90XLPE": 90, "R90": 90, "T90 NYLON": 90, "TWN75": 75, "TW75": 75, "NMD90": 90, "NMWU": 60,
         "TECK90": 90, "ACWU90": 90}  # fmt: skip
AREA = {"RW90XLPE": "RW90XLPE", "R90XLPE": "RW90XLPE", "R90": "RW90XLPE", "T90 NYLON": "T90_NYLON",
        "TWN75": "T90_NYLON", "TW75": "TW75"}  # fmt: skip


def mils(size):
    return float(WIRE[size]["cmil"]) if size in WIRE else 1000.0 * float(size)


def sizes(metal):
    return [s for s in Z if Z[s][f"r_{metal}_pvc"]]


class Case:
    def __init__(self, case):
        self.c = c = case
        self.metal, self.sets, self.amps = c.get("metal", "cu"), c.get("sets", 1), c["amps"]
        self.volts = VOLTS[c["system"]]
        dwelling = c.get("single_dwelling", False)
        continuous = c.get("continuous_amps", 0.0 if dwelling else self.amps)
        self.design = self.amps - continuous + continuous / (1.0 if c.get("device_100") else 0.8)
        self.breaker = c.get("lock_breaker") or next((r for r in RATINGS if r >= self.design - E), None)
        t = c.get("termination", 75)
        if t == "unmarked":
            t = 60 if self.breaker is not None and self.breaker <= 100 + E else 75
        self.termination, own = t, RATED[c["insulation"]]
        self.cap = min(t, own)
        self.base = own if c.get("derate_from") == "insulation" else self.cap
        self.ambient = self.from_5a(c.get("ambient_c", 30))
        loaded = c.get("ccc") or (3 if c["system"] == "120/208-3w" else 2)
        self.bundling = next(float(v["factor"]) for k, v in T5C.items() if k == "more" or loaded <= int(k))
        self.open39 = (
            dwelling and c["system"].endswith("3w") and self.cap >= 75 and self.sets == 1
            and self.ambient * self.bundling == 1.0
        )  # fmt: skip
        self.length = c["length_ft"] * 0.3048 if c.get("length_ft") is not None else c.get("length_m")

    def from_5a(self, ambient):
        if ambient <= 30 + E:
            return 1.0
        return next((float(v[f"t{self.base}"] or 0) for k, v in T5A.items() if ambient <= float(k) + E), 0.0)

    def carried(self, size):
        base = float(AMPS[self.metal][size][f"t{self.base}"]) * self.sets
        cap = float(AMPS[self.metal][size][f"t{self.cap}"]) * self.sets
        t39 = max((float(r) for r, v in T39.items() if mils(v[self.metal]) <= mils(size)), default=None)
        derated = base * self.ambient * self.bundling
        t39 = t39 if self.open39 else None
        return base, derated, cap, t39, max(min(derated, cap), t39 or 0.0)

    def most_device(self, allowed):
        if allowed <= 0:
            return 0.0
        if allowed > 600 + E:
            return allowed
        return next(float(v["device_a"]) for k, v in T13.items() if float(k) >= allowed - E)

    def loop(self, size, length):
        steel = "steel" if self.c.get("raceway") in ("EMT", "RMC") else "pvc"
        r, x = float(Z[size][f"r_{self.metal}_{steel}"]), float(Z[size][f"x_{steel}"])
        return complex(r, x) * 2 * length / 1000 / self.sets

    def drop(self, size, amps, length):
        """|Vs| = |Vr + I Z|, Vr found by bisection from the top; None where there is none."""
        pf = self.c.get("pf", 1.0)
        lost = amps * cmath.rect(1, -math.acos(pf)) * self.loop(size, length)
        # Above the foot of the circle |Vr + lost| only rises with Vr.
        low, high = max(0.0, -lost.real), self.volts + abs(lost)
        if abs(low + lost) > self.volts:
            return None
        for _ in range(100):
            middle = (low + high) / 2
            low, high = (middle, high) if abs(middle + lost) < self.volts else (low, middle)
        return self.volts - low if low > 1e-9 else None

    def stop(self, size, amps=None, length=None):
        c, amps = self.c, self.amps if amps is None else amps
        length = self.length if length is None else length
        _, derated, cap, t39, allowed = self.carried(size)
        own = t39 or 0.0
        if self.sets > 1 and mils(size) < mils("1/0"):
            return "parallel"
        if max(cap, own) < self.design - E:
            return "termination"
        if max(derated, own) < amps - E:
            return "ampacity"
        if self.breaker is None or self.breaker > self.most_device(allowed) + E:
            return "breaker"
        if self.breaker > SMALL[self.metal].get(size, math.inf) + E:
            return "small_conductor"
        if not c.get("no_drop"):
            lost = self.drop(size, amps, length)
            if lost is None or 100 * lost / self.volts > c.get("drop_pct", 3.0) + E:
                return "drop"
        return "not_made" if c["insulation"] in ("NMD90", "NMWU") and mils(size) > mils("2") else None

    def tried(self):
        cable = c2 = self.c["insulation"] in ("NMD90", "NMWU")
        found = [s for s in sizes(self.metal) if not (c2 and cable and mils(s) > mils("2"))]
        return [s for s in found if self.sets == 1 or mils(s) >= mils("1/0")]

    def table_16(self, amps, metal):
        return next((v[metal] for k, v in T16.items() if amps is not None and float(k) >= amps - E), None)

    def bond(self, basis, chosen):
        metal = self.c.get("egc_metal") or self.metal
        size = self.table_16(basis, metal)
        if size is not None and mils(size) > mils(chosen):
            size = max((s for s in sizes(metal) if mils(s) <= mils(chosen)), key=mils, default="12")
        return size

    def neutral(self, chosen):
        c = self.c
        if c["system"] in ("240-2w", "208-2w"):
            return None
        if c.get("neutral_amps") is None:
            return chosen
        floor = self.table_16(self.breaker, self.metal) or chosen
        floor = min(mils(floor), mils(chosen))
        fits = [
            s for s in sizes(self.metal)
            if mils(s) >= floor and (self.sets == 1 or mils(s) >= mils("1/0"))
            and min(self.carried(s)[1:3]) >= c["neutral_amps"] - E
        ]  # fmt: skip
        return min(fits, key=mils, default=None)

    def raceway(self, chosen, neutral, bond):
        c, kind = self.c, self.c.get("raceway", "none")
        area = AREA.get(c["insulation"])
        if kind == "none" or area is None or bond not in T10 or (neutral is None and c["system"][-2:] != "2w"):
            return None, None
        if neutral is None and c["system"] == "120-2w":
            return None, None
        wires = [float(T10[chosen][area])] * (1 if c["system"] == "120-2w" else 2)
        wires += [float(T10[neutral][area])] if neutral else []
        wires.append(float(WIRE[bond]["bare_area_mm2"]) if c.get("bare_egc") else float(T10[bond][area]))
        share = {1: 53, 2: 31}.get(len(wires), 40) / 100
        for designator, own in T9.items():
            if own[kind] and sum(wires) <= share * float(own[kind]) + E:
                return designator, 100 * sum(wires) / float(own[kind])
        return None, None

    def most_amps(self, size):
        """Greatest load that passes, its continuous share held, by bisection on the load."""
        growth, (_, derated, cap, t39, allowed) = self.design / self.amps, self.carried(size)
        if allowed <= 0 or (self.sets > 1 and mils(size) < mils("1/0")):
            return 0.0
        own, most = t39 or 0.0, min(self.most_device(allowed), SMALL[self.metal].get(size, math.inf))
        if self.c.get("lock_breaker"):
            if self.c["lock_breaker"] > most + E:
                return 0.0
        else:
            most = max((r for r in RATINGS if r <= most + E), default=0.0)

        def holds(amps):
            lost = None if self.length is None else self.drop(size, amps, self.length)
            return (
                growth * amps <= max(cap, own) and amps <= max(derated, own)
                and (self.c.get("lock_breaker") or growth * amps <= most)
                and (self.c.get("no_drop") or self.length is None
                     or (lost is not None and 100 * lost / self.volts <= self.c.get("drop_pct", 3.0)))
            )  # fmt: skip

        low, high = 0.0, 20000.0
        for _ in range(80):
            middle = (low + high) / 2
            low, high = (middle, high) if holds(middle) else (low, middle)
        return low

    def most_length(self, size):
        low, high = 0.0, 1e7
        for _ in range(90):
            middle = (low + high) / 2
            lost = self.drop(size, self.amps, middle)
            within = lost is not None and 100 * lost / self.volts <= self.c.get("drop_pct", 3.0)
            low, high = (middle, high) if within else (low, middle)
        return low
