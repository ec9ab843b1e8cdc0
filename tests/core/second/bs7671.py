"""An independent British check and bonding: written from the definitions alone, sharing no code with the core.

It reads the data files as plain CSV and finds the greatest length and current by bisection on the passing itself.
"""

import csv
import math
from pathlib import Path

FOLDER = Path(__file__).parents[3] / "northspan/core/codes/bs7671/tables"
E = 1e-9
INF = math.inf


def read(name):
    with open(FOLDER / f"{name}.csv", encoding="utf-8") as lines:
        grid = list(csv.reader(line for line in lines if not line.startswith("#")))
    return {row[0]: dict(zip(grid[0][1:], row[1:], strict=True)) for row in grid[1:]}


T = {path.stem: read(path.stem) for path in FOLDER.glob("*.csv")}
STANDARD = [1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95, 120]
SIZES = {"te": STANDARD[:7], "singles": STANDARD, "swa70": STANDARD[1:], "swa90": STANDARD[1:]}
METHODS = {
    "te": ["A", "C", "100", "101", "102", "103"],
    "singles": ["A", "B"],
    "swa70": list("CDE"),
    "swa90": list("CDE"),
}
K = {"te": 115, "singles": 115, "swa70": 115, "swa90": 143}
K_ARMOUR = {"swa70": 51, "swa90": 46}


def ratings(device, locked=False):
    own = T["device-ratings"][device]
    return sorted(float(a) for a in (own["offered"] + (" " + own["locked_only"] if locked else "")).split())


def row(table, value, column):
    """The first row not below the value; None where the cell is empty or the table ends."""
    for key, cells in T[table].items():
        if float(key) >= value - E:
            return float(cells[column]) if cells[column] else None
    return None


def up(mm2):
    return next((s for s in STANDARD if s >= mm2 * (1 - E)), None)


def table_547(size):
    return size if size <= 16 else 16 if size <= 35 else size / 2


class Case:
    def __init__(self, case):
        self.c, self.cable = case, case["cable"]
        self.method = str(case.get("method") or {"te": "C", "singles": "B"}.get(self.cable, "D"))
        self.ground = self.method == "D"
        self.phases, self.device = case.get("phases", 1), case.get("device", "B")
        self.cpc = case.get("cpc") or {"te": "integral", "singles": "table"}.get(self.cable, "armour")
        self.volts = 230 if self.phases == 1 else 400
        self.rated = 90 if self.cable == "swa90" and case.get("terminals") == 90 else 70
        self.tt = case["earthing"] == "TT"
        usual = {"TN-S": 0.8, "TN-C-S": 0.35, "TT": 21}[case["earthing"]]
        self.ze = case["ze_ohm"] if case.get("ze_ohm") is not None else usual + (case["ra_ohm"] if self.tt else 0)
        limit = case.get("drop_limit_pct") or (3 if case["circuit"] == "lighting" else 5)
        self.allowed = limit - case.get("drop_elsewhere_pct", 0)
        self.rcd = 50000 / case["rcd_ma"] if case.get("rcd_ma") else None
        offered = ratings(self.device)
        self.rating = case.get("lock_rating_a") or next((r for r in offered if r >= case["ib_a"] * (1 - E)), None)
        self.air_or_ground()

    def air_or_ground(self):
        c, column = self.c, f"t{self.rated}"
        self.cs = self.cd = 1.0
        n = c.get("grouped", 1)
        if self.ground:
            self.ca = row("4B2", c.get("ground_c", 20), column) or 0.0
            how, gap = c.get("buried", "direct"), str(c.get("spacing", "touching"))
            self.cs, self.cd = row("4B3", c.get("soil_kmw", 2.5), how), row("4B4", c.get("depth_m", 0.7), how)
            self.cg = 1.0 if n == 1 else row("4C2" if how == "direct" else "4C3", n, gap)
        else:
            self.ca = row("4B1", c.get("ambient_c", 30), column) or 0.0
            printed = {int(k): float(v[c.get("grouping", "bunched")]) for k, v in T["4C1"].items()
                       if v[c.get("grouping", "bunched")]}  # fmt: skip
            self.cg = next((f for k, f in printed.items() if k >= n), printed[max(printed)])
        self.cc = (0.9 if self.ground else 1) * (0.725 if self.device == "BS3036" else 1)

    def ci(self, size):
        mm = self.c.get("insulation_mm", 0)
        if mm <= 0:
            return 1.0
        return 0.5 if size > 10 or mm > 400 else row("52.2", mm, "factor")

    def it(self, size):
        name, column = f"{size:g}", f"{self.method}_{self.phases}ph"
        if self.cable == "te":
            return float(T["4D5"][name][self.method])
        table = {"singles": "4D1A", "swa70": "4D4A", "swa90": "4E4A" if self.rated == 90 else "4D4A"}[self.cable]
        return float(T[table][name][column])

    def iz(self, size):
        return self.it(size) * self.ca * self.cg * self.ci(size) * self.cs * self.cd

    def rxz(self, size):
        name = f"{size:g}"
        if self.cable == "te":
            return float(T["4D5"][name]["mv"]), 0.0, float(T["4D5"][name]["mv"])
        table = {"singles": "4D1B", "swa70": "4D4B", "swa90": "4E4B"}[self.cable]
        column = f"{'AB_' if self.cable == 'singles' else ''}{self.phases}ph"
        return tuple(float(T[table][name][f"{column}_{x}"]) for x in "rxz")

    def mv(self, size, ct=1.0):
        r, x, z = self.rxz(size)
        pf = self.c.get("pf")
        if size <= 16:
            return ct * z * (pf or 1)
        if pf:
            return ct * r * pf + x * math.sin(math.acos(pf))
        return z if ct == 1.0 else math.hypot(ct * r, x)

    def drop_pct(self, size, ib=None, length=None):
        return 100 * self.mv(size) * (ib or self.c["ib_a"]) * (length or self.c["length_m"]) / 1000 / self.volts

    def ct(self, size):
        if self.device == "BS3036" or self.ground or self.ca == 0:
            return None
        tc = 90 if self.cable == "swa90" else 70
        t = self.rated - (min(self.ca, 1) ** 2 * self.cg**2 - (self.c["ib_a"] / self.it(size)) ** 2) * (self.rated - 30)
        return (230 + t) / (230 + tc)

    def armour(self, size):
        table = T["armour-90" if self.cable == "swa90" else "armour-70"][f"{size:g}"]
        cores = 4 if self.phases == 3 else 3 if self.cpc == "both" else 2
        hot = 1.27 if self.cable == "swa90" else 1.18
        return float(table[f"area_{cores}"]), float(table[f"mohm_m_{cores}"]) * hot / 1000

    def r12(self, size, cpc):
        f = 1.28 if self.cable == "swa90" else 1.2
        cold = lambda s: float(T["conductor-resistance"][f"{s:g}"]["copper"]) / 1000  # noqa: E731
        hot = cold(size) * f
        if self.cpc in ("integral", "table", "calculated"):
            return hot + cold(cpc) * f
        if self.cpc == "core":
            return 2 * hot
        steel = self.armour(size)[1]
        return hot + steel if self.cpc == "armour" else hot + 1 / (1 / hot + 1 / steel)

    def time(self, rating):
        most = {"socket": 63, "fixed": 32, "lighting": 32}.get(self.c["circuit"], 0)
        return ((0.2, 1) if self.tt else (0.4, 5))[rating > most]

    def printed(self, rating, short):
        name = f"{rating:g}"
        if self.device in "BCD":
            table = T["41.3-45"] if name == "45" else T["41.3"]
            cell = table.get(name, {}).get(f"{self.device}_{'0.4' if short else '5'}")
        else:
            cell = T["41.2" if short else "41.4"].get(name, {}).get(self.device)
        return float(cell) if cell else None

    def max_zs(self, rating):
        if self.tt:
            return self.printed(rating, True) if self.device in "BCD" else None
        return self.printed(rating, self.time(rating) < 1)

    def loop(self, size, cpc, rating):
        zs = self.ze + self.c["length_m"] * self.r12(size, cpc)
        fault, most, time = 230 / zs, self.max_zs(rating), self.time(rating)
        by = None
        if most is not None and zs <= most * (1 + E):
            by = "overcurrent"
        elif self.rcd is not None and zs <= self.rcd * (1 + E):
            by = "rcd"
        if self.c.get("let_through_a2s"):
            energy = self.c["let_through_a2s"]
        elif self.c.get("clearing_s"):
            energy = fault**2 * self.c["clearing_s"]
        elif by != "overcurrent":
            energy = fault**2 * time
        elif self.device in "BCD":
            energy = fault**2 * 0.1
        else:
            short = self.printed(rating, True)
            quick = short is not None and zs <= short * (1 + E)
            energy = (218.5 / short) ** 2 * 0.4 if quick else (218.5 / self.printed(rating, False)) ** 2 * 5
        return zs, fault, by, energy

    def protective(self, size, rating):
        """cpc (mm²), loop, what is asked by calculation and by table, the way that is met."""
        plain = table_547(size)
        if self.cable == "singles":
            if self.c.get("cpc_mm2"):
                tried = [self.c["cpc_mm2"]]
            elif self.cpc == "calculated":
                tried = [s for s in STANDARD if s <= up(plain)]
                good = []
                for s in tried:
                    _, _, by, energy = self.loop(size, s, rating)
                    if by and s >= math.sqrt(energy) / 115 * (1 - E):
                        good.append(s)
                tried = good or [up(plain)]
            else:
                tried = [up(plain)]
            area = tried[0]
        elif self.cable == "te":
            area = float(T["te-cpc"][f"{size:g}"]["cpc"])
        else:
            area = self.armour(size)[0] if self.cpc == "armour" else size
        loop = self.loop(size, area, rating)
        energy = loop[3]

        def way(area, armour):
            k = K_ARMOUR[self.cable] if armour else K[self.cable]
            wanted, table = math.sqrt(energy) / k, plain * K[self.cable] / k if armour else up(plain)
            by = "calculation" if area >= wanted * (1 - E) else "table" if area >= table * (1 - E) else None
            return wanted, table, by

        wanted, table, by = way(area, self.cpc == "armour")
        if self.cpc == "both" and by is None:
            by = way(self.armour(size)[0], True)[2]
        return area, loop, wanted, table, by

    def stops(self, size, rating=None):
        rating = rating or self.rating
        _, loop, _, _, by = self.protective(size, rating)
        found = []
        if rating < self.c["ib_a"] * (1 - E):
            found.append("device")
        if rating > self.cc * self.iz(size) * (1 + E):
            found.append("rating")
        if size < (1 if self.c["circuit"] == "lighting" else 1.5):
            found.append("min_size")
        if not self.c.get("no_drop") and self.drop_pct(size) > self.allowed * (1 + E):
            found.append("drop")
        if loop[2] is None:
            found.append("zs")
        if by is None:
            found.append("cpc")
        return found

    def lengths(self, size):
        area, *_ = self.protective(size, self.rating)
        most = max((z for z in (self.max_zs(self.rating), self.rcd) if z is not None), default=-INF)
        by_drop = None if self.c.get("no_drop") else bisect(lambda m: self.drop_pct(size, length=m) <= self.allowed)
        by_zs = bisect(lambda m: self.ze + m * self.r12(size, area) <= most)
        return by_drop, by_zs, by_zs if by_drop is None else min(by_drop, by_zs)

    def most_ib(self, size):
        top = INF if self.c.get("no_drop") else bisect(lambda a: self.drop_pct(size, ib=a) <= self.allowed)
        best, below, lock = 0.0, 0.0, self.c.get("lock_rating_a")
        for rating in [lock] if lock else ratings(self.device):
            if not {"rating", "min_size", "zs", "cpc"} & set(self.stops(size, rating)) and (
                lock or min(rating, top) > below
            ):
                best = max(best, min(rating, top))
            below = rating
        return best


def bisect(holds):
    low, high = 0.0, 1e9
    for _ in range(120):
        middle = (low + high) / 2
        low, high = (middle, high) if middle and holds(middle) else (low, middle)
    return low


def bonding(c):
    """The numbers of a bonding case, straight off the definitions."""
    sizes = [*STANDARD, 150, 185, 240]
    next_up = lambda a: next((s for s in sizes if s >= a * (1 - E)), None)  # noqa: E731
    own = c.get("earthing_conductor", {"rule": "table"})
    if own["rule"] == "table":
        conductor = next_up(table_547(c["line_mm2"]))
    else:
        conductor = next_up(math.sqrt(own["fault_a"] ** 2 * own["time_s"]) / own.get("k", 143))
    if "buried" in c:
        rust, knock = c["buried"].get("corrosion_protected"), c["buried"].get("mechanically_protected")
        conductor = max(conductor, (2.5 if knock else 16) if rust else 25)
    if c["earthing"] == "TN-C-S":
        n = c.get("neutral_mm2") or c["line_mm2"]
        main = next(b for top, b in ((35, 10), (50, 16), (95, 25), (150, 35), (INF, 50)) if n <= top)
        conductor = max(conductor, main)
    else:
        main = min(25, next_up(max(6, conductor / 2)))
    found = {"earthing_conductor_mm2": conductor, "main_bonding_mm2": main}
    bonds = [
        (s["entry"] == "metal" and not s.get("insulating_section"))
        or (s.get("measured_ohm") is not None and s["measured_ohm"] < 22000)
        for s in c.get("services", [])
    ]
    found["services"] = [(b, main if b else None) for b in bonds]
    found["main_bonding_needed"] = any(bonds)
    if "supplementary" in c:
        s = c["supplementary"]
        cpcs = s.get("cpc_mm2", [])
        size = {"extraneous-extraneous": lambda: 2.5, "exposed-extraneous": lambda: next_up(max(cpcs) / 2),
                "exposed-exposed": lambda: next_up(min(cpcs))}[s["between"]]()  # fmt: skip
        size = size if s.get("protected") else max(4, size)
        if s.get("rcd_ma"):
            ia = s["rcd_ma"] / 1000
        elif s["device"] in "BCD":
            ia = s["in_a"] * (5 if s["device"] == "B" else 10)
        else:
            ia = 218.5 / float(T["41.4"][f"{s['in_a']:g}"][s["device"]])
        all_four = [s.get(k, False) for k in ("main_bonding", "times_met", "all_rcd_30ma", "joined_to_main_bonding")]
        ok = None if s.get("measured_ohm") is None else s["measured_ohm"] * ia <= 50 * (1 + E)
        found["supplementary"] = (size, ia, 50 / ia, ok, all(all_four))
    if "tt" in c:
        rcd = c["tt"].get("rcd_ma")
        ra = c["tt"]["ra_ohm"]
        found["tt"] = (50000 / rcd if rcd else None, ra <= 50000 / rcd if rcd else None, ra <= 200)
    if "outbuilding" in c:
        o = c["outbuilding"]
        if o["earth"] == "export" and o.get("extraneous"):
            most = float(T["conductor-resistance"][f"{main:g}"]["copper"])
            given = o.get("protective_mohm_m")
            found["outbuilding"] = (main, most, None if given is None else given <= most * (1 + E))
        else:
            found["outbuilding"] = (None, None, True)
    return found
