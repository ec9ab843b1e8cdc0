"""Article 220 worked a second time, sharing no code with the core: whole VA, tables as formulas and short lists.

A house is (area, kitchen circuits, laundry circuits, appliances), an appliance (kind, volts, va, count, motor,
existing).
"""

RANGE_A = [80, 75, 70, 66, 62, 59, 56, 53, 51, 49, 47, 45, 43, 41, 40, 39, 38, 37, 36, 35, 34, 33, 32, 31, 30]
RANGE_B = [80, 65, 55, 50, 45, 43, 40, 36, 35, 34, 32, 32, 32, 32, 32, 28, 28, 28, 28, 28, 26, 26, 26, 26, 26]
RANGE_C = [8, 11, 14, 17, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30]


def column_c(count):
    """Column C in kW."""
    if count <= 25:
        return RANGE_C[count - 1] if count <= 15 else 15 + count
    return 15 + count if count <= 40 else 25 + 0.75 * count


def cooking(ratings):
    """Demand of cooking appliances, VA."""
    big = [r for r in ratings if 1750 < r <= 27000]
    alone = sum(r for r in ratings if r not in big)
    if not big:
        return alone
    mean = sum(max(12000, r) for r in big) / len(big)
    steps = int((mean - 12000) / 1000 + 0.5)
    demand = column_c(len(big)) * 1000 * (100 + 5 * steps) / 100
    if max(big) <= 8750:
        small = [r for r in big if r < 3500]
        middle = [r for r in big if r >= 3500]
        by_share = 0.0
        if small:
            by_share += sum(small) * RANGE_A[len(small) - 1] / 100
        if middle:
            by_share += sum(middle) * RANGE_B[len(middle) - 1] / 100
        demand = min(demand, by_share)
    return demand + alone


def drying(ratings):
    """Demand of dryers, VA."""
    count = len(ratings)
    if count <= 11:
        share = [100, 100, 100, 100, 85, 75, 65, 60, 55, 50, 47][count - 1]
    elif count <= 23:
        share = 47 - (count - 11)
    else:
        share = max(25, 35 - 0.5 * (count - 23))
    return sum(max(5000, r) for r in ratings) * share / 100


def each(appliances, *kinds):
    """Nameplates of some kinds, one for every piece; chargers never below 7200 VA."""
    return [
        max(va, 7200) if kind == "ev-charger" else va
        for kind, _, va, count, _, _ in appliances
        if kind in kinds
        for _ in range(count)
    ]


def general(house):
    """Lighting, kitchen and laundry circuits, VA, whole."""
    area, kitchen, laundry, _ = house
    return 3 * area + 1500 * (kitchen + laundry)


def heating(appliances):
    return sum(each(appliances, "space-heat", "supplemental-heat", "heat-pump"))


def cooling(appliances):
    return sum(each(appliances, "cooling", "heat-pump"))


def standard(house):
    """Total VA of Part III."""
    appliances = house[3]
    lit = general(house)
    total = min(lit, 3000) + 0.35 * min(max(lit - 3000, 0), 117000) + 0.25 * max(lit - 120000, 0)
    if each(appliances, "range"):
        total += cooking(each(appliances, "range"))
    if each(appliances, "dryer"):
        total += drying(each(appliances, "dryer"))
    fastened = each(appliances, "fastened")
    large = [va for va in fastened if va >= 500]
    total += sum(fastened) - (0.25 * sum(large) if len(large) >= 4 else 0)
    total += sum(each(appliances, "ev-charger", "other"))
    hot, cold = heating(appliances), cooling(appliances)
    # Where both are there, either counts with a quarter more of all its motors before it is held against the other.
    heats, cools = ("space-heat", "supplemental-heat", "heat-pump"), ("cooling", "heat-pump")
    both = [a for a in appliances if a[0] in heats] != [a for a in appliances if a[0] in cools] and hot and cold
    if not both:
        return total + max(hot, cold) + 0.25 * largest_motor(appliances, ("fastened", "other", *heats, *cools))
    sides = [(hot + 0.25 * motors(appliances, heats), heats), (cold + 0.25 * motors(appliances, cools), cools)]
    kept, kinds = max(sides, key=lambda side: side[0])
    other, own = largest_motor(appliances, ("fastened", "other")), largest_motor(appliances, kinds)
    return total + kept + (0.25 * other if other > own else 0)


def motors(appliances, kinds):
    """VA of all that a motor drives among some kinds."""
    return sum(va * count for kind, _, va, count, motor, _ in appliances
               if kind in kinds and (motor or kind in ("heat-pump", "cooling")))  # fmt: skip


def largest_motor(appliances, kinds):
    found = [a for a in appliances if a[0] in kinds and (a[4] or a[0] in ("heat-pump", "cooling"))]
    return max((va for _, _, va, *_ in found), default=0)


def climate_term(appliances):
    """The largest selection of 220.82(C), VA."""
    terms = [0, sum(each(appliances, "cooling"))]
    pump, strip = sum(each(appliances, "heat-pump")), sum(each(appliances, "supplemental-heat"))
    terms.append(pump + 0.65 * strip)
    heaters = each(appliances, "space-heat")
    terms.append(sum(heaters) * (0.4 if len(heaters) >= 4 else 0.65))
    return max(terms)


def not_climate(appliances):
    return sum(each(appliances, "range", "dryer", "fastened", "ev-charger", "other"))


def forty(va, first):
    """So much whole, the rest at 40 %."""
    return min(va, first) + 0.4 * max(va - first, 0)


def optional(house):
    """Total VA of 220.82."""
    return forty(general(house) + not_climate(house[3]), 10000) + climate_term(house[3])


def existing(house):
    """Total VA of 220.83."""
    appliances = house[3]
    climate = max(heating(appliances), cooling(appliances))
    kinds = ("space-heat", "supplemental-heat", "heat-pump", "cooling")
    new = any(a[0] in kinds and not a[5] for a in appliances)
    rest = general(house) + not_climate(appliances)
    return forty(rest, 8000) + climate if new else forty(rest + climate, 8000)
