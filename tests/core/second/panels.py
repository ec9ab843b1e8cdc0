"""A second reading of a panel's document, sharing no code with the core: what stands where, which legs, which holes."""

import random

NOT_VAGUE = "Kitchen island"


def random_panel(seed):
    """A panel's station as it is typed, right or wrong by chance."""
    rng = random.Random(seed)
    spaces = rng.choice([6, 8, 12, 16])
    every = range(1, spaces + 1)
    holes = rng.randint(3, 8)
    circuits = []
    for i in range(rng.randint(1, 9)):
        poles = 2 if rng.random() < 0.25 else 1
        top = spaces - 2 * (poles - 1)
        space = rng.choice([None, *([rng.randint(1, top)] * 6)])
        half = rng.choice([None, None, None, "a", "b"]) if poles == 1 and space else None
        made = {
            "id": f"c{i}",
            "poles": poles,
            "space": space,
            "half": half,
            "va": rng.choice([None, 0, 120, 900, 1500]),
        }
        made["name"] = rng.choice(["", "Lights", f"{NOT_VAGUE} {i}", NOT_VAGUE, "Main plugs 2"])
        made["use"] = rng.choice(["general", "appliance", "spare"])
        made["neutral"] = rng.choice([None, None, True, False])
        for field, bar in (("neutral_at", "n"), ("ground_at", "g")):
            if rng.random() < 0.7:
                made[field] = {"bar": rng.choice([bar, bar, bar, "n"]), "hole": rng.randint(1, holes)}
        circuits.append(made)
    singles = [c for c in circuits if c["poles"] == 1]
    rng.shuffle(singles)
    for a, b in zip(singles[::2], singles[1::2], strict=False):
        if rng.random() < 0.4:
            a["partner"], b["partner"] = b["id"], a["id"]
            a["tied"], b["tied"] = rng.choice([(True, None), (None, None), (False, False)])
    panel = {
        "legs": rng.choice(["interleaved", "interleaved", [rng.choice("AB") for _ in every]]),
        "blocked": sorted(rng.sample(every, rng.choice([0, 0, 1, 2]))),
        "twin_spaces": sorted(rng.sample(every, rng.choice([0, 2, spaces]))),
        "circuits_allowed": rng.choice([None, 4, 30]),
        "directory": rng.choice([None, True, False]),
        "circuits": circuits,
        "bars": [
            {"id": "n", "kind": "neutral", "holes": holes},
            {"id": "g", "kind": "ground", "holes": holes, "grounds_a_hole": rng.choice([1, 2])},
        ],
    }
    return {"spaces": spaces}, panel


def covers(c):
    return [] if c["space"] is None else [c["space"], c["space"] + 2][: c["poles"]]


def leg_of(gear, panel, space):
    return panel["legs"][space - 1] if panel["legs"] != "interleaved" else "AB"[(space - 1) // 2 % 2]


def legs(gear, panel):
    """VA on each leg, of what stands in a space."""
    found = {"A": 0.0, "B": 0.0}
    for c in panel["circuits"]:
        each = [leg_of(gear, panel, s) for s in covers(c)]
        for leg in set(each):
            found[leg] += (c["va"] or 0) / len(set(each))
    return found


def wires(panel, kind):
    """The circuits that bring a neutral or a ground, with its hole; of a pair the first, with whose hole is known."""
    by_id = {c["id"]: c for c in panel["circuits"]}
    seen, found = set(), []
    for c in panel["circuits"]:
        own = c["poles"] == 1 if c["neutral"] is None else c["neutral"]
        brings = c["use"] != "spare" and (kind == "ground" or own)
        if brings and c.get("partner") not in seen:
            other = by_id.get(c.get("partner"), {})
            at = c.get(f"{kind}_at") or other.get(f"{kind}_at")
            found.append((c["id"], None if at is None else (at["bar"], at["hole"])))
        seen.add(c["id"])
    return found


def expected(gear, panel, spare_spaces=2):
    """What is wrong with it: (rule, level), as often as it is."""
    circuits, wrong = panel["circuits"], []
    stand = {}
    for c in circuits:
        for s in covers(c):
            stand.setdefault(s, []).append(c["half"])
    for halves in stand.values():
        wrong += [("space-taken", "violation")] * (len(halves) > 1 and sorted(map(str, halves)) != ["a", "b"])
    for c in circuits:
        on = covers(c)
        wrong += [("space-blocked", "violation")] * bool(set(on) & set(panel["blocked"]))
        wrong += [("tandem-where-none", "violation")] * bool(c["half"] and on[0] not in panel["twin_spaces"])
        one_leg = len(on) == 2 and leg_of(gear, panel, on[0]) == leg_of(gear, panel, on[1])
        wrong += [("two-pole-one-leg", "danger")] * one_leg
    by_id = {c["id"]: c for c in circuits}
    for a, b in {tuple(sorted((c["id"], c["partner"]))) for c in circuits if c.get("partner")}:
        one, other = by_id[a], by_id[b]
        if one["space"] is None or other["space"] is None:
            continue
        if leg_of(gear, panel, one["space"]) == leg_of(gear, panel, other["space"]):
            wrong.append(("multiwire-one-leg", "danger"))
        if True not in (one["tied"], other["tied"]):
            wrong.append(("multiwire-untied", "violation" if False in (one["tied"], other["tied"]) else "advice"))
    poles = sum(c["poles"] for c in circuits if c["space"])
    allowed = panel["circuits_allowed"] or gear["spaces"] + len(panel["twin_spaces"])
    wrong += [("circuits-allowed", "violation")] * (poles > allowed)
    free = [s for s in range(1, gear["spaces"] + 1) if s not in stand and s not in panel["blocked"]]
    wrong += [("spare-spaces", "house")] * (len(free) < spare_spaces)
    wrong += list(_holes(panel))
    wrong += [("directory-missing", "violation")] * (panel["directory"] is False)
    written = [c["name"].lower() for c in circuits if c["space"] and c["use"] != "spare"]
    for name in written:
        rule = {"": "blank", "lights": "vague", "main plugs 2": "vague"}.get(name)
        rule = rule or ("doubled" if written.count(name) > 1 else None)
        wrong += [(f"directory-{rule}", "violation")] * (rule is not None)
    return sorted(wrong)


def _holes(panel):
    neutrals, grounds = wires(panel, "neutral"), wires(panel, "ground")
    ground_bar = panel["bars"][1]
    in_hole = {}
    for kind, each in (("neutral", neutrals), ("ground", grounds)):
        for _, at in each:
            if at is not None:
                in_hole.setdefault(at, []).append(kind)
    for at, kinds in in_hole.items():
        many, earths = kinds.count("neutral"), kinds.count("ground")
        most = ground_bar["grounds_a_hole"] if at[0] == "g" else 1
        if many > 1:
            yield "neutral-doubled", "violation"
        if earths > most:
            yield "grounds-doubled", "violation"
        if many and earths:
            yield "neutral-with-ground", "violation"
    if len(neutrals) > panel["bars"][0]["holes"]:
        yield "too-few-holes", "violation"
    if len(grounds) > ground_bar["holes"] * ground_bar["grounds_a_hole"]:
        yield "too-few-holes", "violation"
    if any(at is None for _, at in (*neutrals, *grounds)):
        yield "wires-loose", "note"
