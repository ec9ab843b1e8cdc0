"""Cover, pull and cuts worked a second time, from their definitions and the bare figures; nothing of the product."""

import math
from functools import cache

LOCATIONS = {
    "general": (24, 6, 18, 12, 6),
    "trench_under_2in_concrete": (18, 6, 12, 6, 6),
    "under_building": (0, 0, 0, 0, 0),
    "under_4in_concrete_slab_no_vehicles": (18, 4, 4, None, None),
    "streets_roads_alleys_driveways_parking_lots": (24, 24, 24, 24, 24),
    "dwelling_driveway_1_2_family": (18, 18, 18, 12, 18),
    "airport_runways": (18, 18, 18, 18, 18),
}
GROUP = {"direct_burial": 0, "rmc": 1, "imc": 1}


def cover(c):
    """(least cover or None, basis, number of ways, open ways as (group, basis, cover))."""
    row = LOCATIONS[c["location"]]
    is_open = {
        "wiring": True,
        "gfci": c["dwelling"] and c["use"] == "branch" and c["volts"] <= 120 and c["breaker_a"] <= 20 and c["gfci"],
        "low_voltage": c["use"] == "irrigation_or_landscape" and c["volts"] <= 30,
    }
    ways, many = [], 0
    for group in range(3):
        kept_out = c["location"] == "under_building" and group == 0
        kept_out = kept_out and not (c["method"] == "direct_burial" and c["cable"] in ("MC", "MI"))
        for at, basis in enumerate(is_open):
            depth = row[group] if at == 0 else row[2 + at]
            if depth is None:
                depth = 4 if group else 6
            many += 1
            if is_open[basis] and not kept_out:
                ways.append((group, basis, depth))
        if c["solid_rock"] and group:
            many += 1
            ways.append((group, "solid_rock", 2))
    own = [w for w in ways if w[0] == GROUP.get(c["method"], 2)]
    order = ["wiring", "gfci", "low_voltage", "solid_rock"]
    best = min(own, key=lambda w: (w[2], order.index(w[1])), default=None)
    return (best[2] if best else None), (best[1] if best else None), many, set(ways)


def pull(inside, parts, wires, mu, reel, limit, pressed_limit, lay=None):
    """A pull by integrating along the route in one direction and then the other; ``wires`` are diameters and weights,
    ``parts`` ("straight", ft, slope) or ("bend", degrees, radius in).
    """
    n, d = len(wires), sum(w for w, _ in wires) / len(wires)
    weight = sum(w for _, w in wires)
    lean = d / (inside - d) if inside > d else None
    shape = {1: "single", 2: "pair", 4: "diamond"}.get(n, "complex")
    if n == 3:
        shape = lay or ("triangular" if inside < 2.5 * d else "cradled")
    if lean is None or (shape in ("pair", "triangular") and lean >= 1):
        return None
    upright = 1 / math.sqrt(1 - lean**2) if lean < 1 else None
    factor = {
        "single": 1,
        "pair": upright,
        "triangular": upright,
        "cradled": 1 + 4 * lean**2 / 3,
        "diamond": 1 + 2 * lean**2,
        "complex": 1.4,
    }[shape]
    share = {
        "single": 1,
        "pair": factor / 2,
        "triangular": factor / 2,
        "cradled": factor - 2 / 3,
        "diamond": max(factor - 1, 0.5),
        "complex": 1.4 - 2 / 3,
    }[shape]

    def way(route):
        t, most, press, reach, turned, stopped, log = reel, reel, 0.0, 0.0, 0.0, reel > limit + 1e-9 * limit, []
        for kind, size, more in route:
            if kind == "straight":
                rise = math.radians(more)
                rate = weight * (math.sin(rise) + factor * mu * math.cos(rise))
                end = max(0.0, t + rate * size)
                if not stopped:
                    stopped = end > limit * (1 + 1e-9)
                    reach += (limit - t) / rate if stopped else size
            else:
                angle = math.radians(size)
                end = t * math.e ** (factor * mu * angle)
                here = share * end * 12 / (more - inside / 2)
                press, turned = max(press, here), turned + size
                held = end <= limit * (1 + 1e-9) and here <= pressed_limit * (1 + 1e-9) and turned <= 360 + 1e-6
                stopped = stopped or not held
                reach += 0 if stopped else more / 12 * angle
            t, most = end, max(most, end)
            log.append(t)
        return log, most, press, max(most / limit, press / pressed_limit), reach

    def back(route):
        return [(k, a, -b if k == "straight" else b) for k, a, b in reversed(route)]

    def measure(part):
        return sum(a if k == "straight" else math.radians(a) * b / 12 for k, a, b in part)

    longest = None
    for i in range(len(parts)):
        for j in range(i, len(parts)):
            part = parts[i : j + 1]
            if sum(a for k, a, _ in part if k == "bend") > 360 + 1e-6:
                continue
            used = min(way(part)[3], way(back(part))[3])
            if used <= 1 + 1e-9 and (longest is None or measure(part) > longest[2] + 1e-6):
                longest = (i + 1, j + 1, measure(part))
    return factor, share, way(parts), way(back(parts)), longest


def cheapest(pieces, spools, per_ft):
    """The least cost of pieces (ft) from spools (ft, price, how many), or inf: every piece tried everywhere."""
    pieces = sorted(pieces, reverse=True)

    @cache
    def place(at, opened, left):
        if at == len(pieces):
            return 0.0
        piece = pieces[at]
        best = math.inf if per_ft is None else piece * per_ft + place(at + 1, opened, left)
        for i, room in enumerate(opened):
            if room >= piece and room not in opened[:i]:
                rest = tuple(sorted((*opened[:i], *opened[i + 1 :], room - piece)))
                best = min(best, place(at + 1, rest, left))
        for i, (length, price, _) in enumerate(spools):
            if left[i] and length >= piece:
                fewer = (*left[:i], left[i] - 1, *left[i + 1 :])
                best = min(best, price + place(at + 1, tuple(sorted((*opened, length - piece))), fewer))
        return best

    return place(0, (), tuple(len(pieces) if many is None else many for _, _, many in spools))
