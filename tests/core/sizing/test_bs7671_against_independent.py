"""Every figure of the British check and of bonding held against the independent calculation on random circuits."""

import random
import unittest

from northspan.core.book.library import code_book
from tests.core.second import bs7671 as own

CASES = 700
BOOK = code_book("bs7671-2018a2")
CHECK, BONDING = BOOK.cases["check"], BOOK.cases["bonding"]
PARTS = {
    "supplementary": ("size_mm2", "ia_a", "max_ohm", "resistance_ok", "may_omit"),
    "tt": ("max_ra_ohm", "ra_ok", "stable"),
    "outbuilding": ("bond_mm2", "max_mohm_m", "ok"),
}
DEVICES = ("B", "C", "D", "BS88-2", "BS88-3", "BS3036", "BS1361")


def random_case(rng):
    cable = rng.choice(list(own.SIZES))
    case = {
        "ib_a": round(10 ** rng.uniform(0.3, 2.1), 1), "length_m": round(10 ** rng.uniform(0.3, 2.2), 1),
        "cable": cable, "circuit": rng.choice(["socket", "fixed", "lighting", "distribution"]),
        "earthing": rng.choice(["TN-S", "TN-C-S", "TT"]), "method": rng.choice(own.METHODS[cable]),
    }  # fmt: skip
    ground, swa = case["method"] == "D", cable.startswith("swa")
    choices = {
        "device": DEVICES, "rcd_ma": [10, 30, 100, 300, 500], "pf": [0.8, 0.95], "drop_limit_pct": [1, 3, 8],
        "drop_elsewhere_pct": [0.5, 0.9], "no_drop": [True], "ze_ohm": [0.05, 0.2, 1.5], "grouped": [2, 3, 6],
        "clearing_s": [0.02, 1], "ipf_origin_ka": [1.2, 6], "concealed": [True], "bathroom": [True],
        "lock_size_mm2": own.SIZES[cable],
    }  # fmt: skip
    if ground:
        choices |= {"ground_c": [5, 22, 41, 62, 80], "soil_kmw": [0.4, 1.2, 3], "depth_m": [0.4, 0.9, 2.6]}
        case["buried"] = rng.choice(["direct", "duct"])
        gaps = {"direct": ["touching", "diameter", 0.125, 0.5], "duct": ["touching", "0.25", 1]}
        case["spacing"] = rng.choice(gaps[case["buried"]])
    else:
        choices |= {"ambient_c": [10, 25, 33, 52, 66, 81], "grouping": ["single_layer_wall", "tray", "ladder"]}
        choices["grouped"] = [2, 8, 10, 17]
    if cable != "te":
        choices |= {"phases": [3], "cpc": ["calculated"] if cable == "singles" else ["armour", "core", "both"]}
    if cable == "swa90":
        choices["terminals"] = [90]
    if cable == "singles":
        choices["cpc_mm2"] = own.STANDARD
    if case["method"] == own_insulated(cable):
        choices["insulation_mm"] = [30, 90, 300, 450, 900]
    rare = {"clearing_s", "cpc_mm2", "lock_size_mm2", "no_drop"}
    for key, values in choices.items():
        if rng.random() < (0.15 if key in rare else 0.4):
            case[key] = rng.choice(values)
    if case.get("cpc") == "both":
        case.pop("phases", None)
    if case["earthing"] == "TT" and "ze_ohm" not in case:
        case["ra_ohm"] = rng.choice([5, 60, 250])
    if rng.random() < 0.2:
        case["lock_rating_a"] = rng.choice(own.ratings(case.get("device", "B"), locked=True))
    if swa and rng.random() < 0.1:
        case["let_through_a2s"] = 20000
        case.pop("clearing_s", None)
    return case | {"max_length": True, "max_ib": True}


def own_insulated(cable):
    return "B" if cable == "singles" else "C"


def random_bonding(rng):
    case = {"earthing": rng.choice(["TN-S", "TN-C-S", "TT"]), "line_mm2": rng.choice([4, 16, 25, 35, 70, 150, 300])}
    maybe = {
        "neutral_mm2": rng.choice([10, 35, 50, 96, 185]),
        "earthing_conductor": {"rule": "calculated", "fault_a": rng.choice([400, 1500, 9000]),
                               "time_s": rng.choice([0.1, 0.4, 5]), **({"k": 176} if rng.random() < 0.5 else {})},
        "buried": {"corrosion_protected": rng.random() < 0.5, "mechanically_protected": rng.random() < 0.5},
        "services": [{"name": f"s{i}", "entry": rng.choice(["metal", "plastic"]),
                      "insulating_section": rng.random() < 0.3,
                      "measured_ohm": rng.choice([None, 5, 21999, 22000, 90000])} for i in range(3)],
        "supplementary": {"between": rng.choice(["extraneous-extraneous", "exposed-extraneous", "exposed-exposed"]),
                          "protected": rng.random() < 0.5, "cpc_mm2": rng.sample([1.0, 1.5, 2.5, 6, 10, 25], 2),
                          "device": "BS88-3", "in_a": 32, "measured_ohm": rng.choice([None, 0.2, 0.5, 1666]),
                          "main_bonding": True, "times_met": True, "all_rcd_30ma": rng.random() < 0.7,
                          "joined_to_main_bonding": True},
        "tt": {"ra_ohm": rng.choice([60, 200, 201, 1700]), "rcd_ma": rng.choice([None, 30, 100])},
        "outbuilding": {"earth": rng.choice(["export", "tt"]), "extraneous": rng.random() < 0.7,
                        "protective_mohm_m": rng.choice([None, 0.7, 1.83, 4.6])},
    }  # fmt: skip
    case |= {k: v for k, v in maybe.items() if rng.random() < 0.6}
    if "supplementary" in case and rng.random() < 0.6:
        case["supplementary"] |= rng.choice([{"rcd_ma": 30}, {"device": "B"}, {"device": "D", "in_a": 16}])
    return case


class AgainstIndependent(unittest.TestCase):
    def test_every_figure_on_random_circuits(self):
        rng, chosen = random.Random(76711), 0
        for _ in range(CASES):
            case = random_case(rng)
            with self.subTest(case=case):
                chosen += compare(self, case)
        self.assertGreater(chosen, CASES // 3)

    def test_bonding_on_random_installations(self):
        rng = random.Random(76712)
        for _ in range(CASES):
            case = random_bonding(rng)
            with self.subTest(case=case):
                answer, wanted = BONDING.answer(case).values, own.bonding(case)
                for key in ("earthing_conductor_mm2", "main_bonding_mm2", "main_bonding_needed"):
                    self.assertEqual(answer[key], wanted[key], key)
                self.assertEqual([(s["bond"], s["size_mm2"]) for s in answer["services"]], wanted["services"])
                for part, names in PARTS.items():
                    for name, value in zip(names, wanted.get(part, ()), strict=False):
                        got = answer[part][name]
                        close = isinstance(value, float) and abs(got - value) < 1e-9 * max(1.0, value)
                        self.assertTrue(close or got == value, f"{part} {name}: {got} for {value}")

    def test_by_hand(self):
        ask = {"ib_a": 37, "length_m": 18, "cable": "te", "method": 100, "circuit": "fixed", "earthing": "TN-C-S"}
        # It 45 A carries 40; 18 m x (1.83 + 4.61) x 1.2 = 139.1 mohm; 4.4 x 37 x 18 / 1000 = 2.93 V, 1.27 %.
        found = CHECK.answer(ask).values
        self.assertEqual((found["size_mm2"], found["in_a"], found["cpc_mm2"]), (10.0, 40.0, 4.0))
        self.assertAlmostEqual(found["zs_ohm"], 0.4891, 4)
        self.assertAlmostEqual(found["drop_pct"], 1.274, 3)
        # A 30 A rewirable fuse wants 30 / 0.725 = 41.4 A of capacity: 6 mm2 clipped has 47, 4 mm2 37.
        fuse = CHECK.answer(ask | {"ib_a": 28, "method": "C", "device": "BS3036", "length_m": 5}).values
        self.assertEqual((fuse["in_a"], fuse["size_mm2"]), (30.0, 6.0))

    def test_what_is_no_case(self):
        ask = {"ib_a": 20, "length_m": 10, "cable": "te", "circuit": "socket", "earthing": "TN-S"}
        for wrong in (
            {"method": "B"}, {"phases": 3}, {"cpc": "armour"}, {"cpc_mm2": 2.5}, {"lock_rating_a": 33}, {"grouped": 21},
            {"lock_size_mm2": 25}, {"earthing": "TT"}, {"drop_elsewhere_pct": 5}, {"soil_kmw": 3.1}, {"depth_m": 4},
            {"insulation_mm": 50, "method": "100"}, {"clearing_s": 0.1, "let_through_a2s": 9}, {"length_m": 0},
            {"cable": "swa70", "method": "D", "buried": "duct", "grouped": 7}, {"rcd_ma": 31}, {"amps": 3},
            {"cable": "swa70", "cpc": "both", "phases": 3}, {"cable": "swa90", "method": "D", "spacing": "1"},
        ):  # fmt: skip
            with self.subTest(wrong=wrong), self.assertRaises(ValueError):
                CHECK.answer(ask | wrong)
        for wrong in (
            {"line_mm2": 0}, {"tt": {}}, {"supplementary": {"between": "exposed-exposed", "cpc_mm2": [1]}},
            {"earthing_conductor": {"rule": "calculated", "fault_a": 1e5, "time_s": 5}},
            {"supplementary": {"between": "extraneous-extraneous", "device": "BS88-3", "in_a": 33}},
        ):  # fmt: skip
            with self.subTest(wrong=wrong), self.assertRaises(ValueError):
                BONDING.answer({"earthing": "TN-S", "line_mm2": 25} | wrong)


def compare(test, case):
    answer, run = CHECK.answer(case).values, own.Case(case)
    test.assertEqual(answer["in_a"], run.rating)
    if run.rating is None:
        test.assertEqual((answer["ladder"], answer["passes"], answer["disconnection_s"]), ([], False, None))
        return 0
    stops = {s: run.stops(s) for s in own.SIZES[run.cable]}
    smallest = next((s for s, why in stops.items() if not why), None)
    required = next((s for s, why in stops.items() if not set(why) - {"drop"}), None)
    test.assertEqual(answer["required_size_without_drop_mm2"], required)
    locked = case.get("lock_size_mm2")
    order = list(stops)
    top = None if smallest is None else order.index(max(smallest, locked or 0)) + 3
    shown = [(s, (stops[s] or [None])[0]) for s in order[:top]]
    test.assertEqual([(r["size_mm2"], r["stopped_by"]) for r in answer["ladder"]], shown)
    size = locked or smallest
    test.assertEqual(answer["size_mm2"], size)
    residual = (case["circuit"] == "socket" and run.rating <= 32) or case["circuit"] == "lighting"
    residual = residual or case.get("bathroom") or (case.get("concealed") and run.cable in ("te", "singles"))
    most = run.max_zs(run.rating)
    wanted = {
        "cc": run.cc, "ze_ohm": run.ze, "disconnection_s": run.time(run.rating), "max_zs_ohm": most,
        "max_measured_zs_ohm": None if most is None else 0.8 * most, "max_zs_rcd_ohm": run.rcd,
        "drop_allowed_pct": run.allowed, "rcd_required_ma": 30 if residual else None,
    }  # fmt: skip
    if size is not None:
        area, (zs, fault, by, energy), calc, table, way = run.protective(size, run.rating)
        ct, far = run.ct(size), run.lengths(size)
        product = run.ca * run.cg * run.ci(size) * run.cs * run.cd
        cooler = None if ct is None else run.mv(size, ct) * case["ib_a"] * case["length_m"] / 1000
        cold = float(own.T["conductor-resistance"][f"{size:g}"]["copper"]) / 1000 * case["length_m"]
        wanted |= {
            "stopped_by": (stops[size] or [None])[0], "passes": not stops[size], "it_a": run.it(size),
            "ca": run.ca, "cg": run.cg, "ci": run.ci(size), "cs": run.cs, "cd": run.cd, "iz_a": run.iz(size),
            "it_required_a": run.rating / (product * run.cc) if product else None, "mv_per_a_m": run.mv(size),
            "drop_pct": run.drop_pct(size), "ct": ct, "drop_ct_v": cooler,
            "drop_ct_pct": None if ct is None else 100 * cooler / run.volts, "zs_ohm": zs, "r1_r2_ohm": zs - run.ze,
            "fault_a": fault, "disconnects_by": by, "energy_a2s": energy, "cpc_mm2": area, "cpc_by": way,
            "cpc_ok": way is not None, "cpc_adiabatic_mm2": calc, "cpc_table_mm2": table,
            "cpc_adiabatic_size_mm2": None if run.cpc == "armour" else own.up(calc),
            "pfc_end_ka": 0.23 / (0.23 / case.get("ipf_origin_ka", 16) + (2 if run.phases == 1 else 1) * cold),
            "max_length_drop_m": far[0], "max_length_zs_m": far[1], "max_length_m": far[2],
            "max_ib_a": run.most_ib(size),
        }  # fmt: skip
    for key, value in wanted.items():
        if isinstance(value, float) and answer[key] is not None:
            test.assertAlmostEqual(answer[key], value, delta=1e-6 * max(1.0, abs(value)), msg=key)
        else:
            test.assertEqual(answer[key], value, key)
    return size is not None
