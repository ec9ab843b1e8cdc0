"""Electrodes, their conductors and piping: each rule tripped and not tripped, sizes by hand, every fix applied."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.book.library import code_book
from northspan.core.codes.nec.earthing.electrodes import conductor
from northspan.core.document.file import parse
from northspan.core.figures.units import US
from northspan.core.job.grounding import Electrode
from northspan.core.job.told.in_si import in_si
from northspan.core.network.sized_run import Hots
from northspan.core.physics.earth.soil import Soil
from northspan.core.property.ground.electrodes.ohms import ohms_of
from northspan.core.solve.solve import solve
from tests import examples
from tests.core.made.fixing import findings, mended
from tests.core.made.jobs import document, electrode, job

ROD = {"id": "rod", "kind": "rod", "length": 8, "diameter": 0.625}
TWO = ROD | {"id": "rods", "count": 2, "spacing": 8}
PIPE = {"id": "pipe", "kind": "water-pipe", "metal": "copper", "length": 30}
FOOTING = {"id": "footing", "kind": "concrete-encased", "length": 24, "diameter": 0.5}
HOUSE, SHED = "places/0/grounding", "places/1/grounding"


def grounded(*electrodes, at=HOUSE, **more):
    """The test property with these electrodes at the house, or at the shed."""
    return document(**{f"{at}/electrodes": list(electrodes), f"{at}/seen": True}, **more)


class Rules(unittest.TestCase):
    def trips(self, rule, made, sound=None):
        """The finding, once its fixes are tried; ``sound`` is the property that does not trip it."""
        found = findings(made, rule)
        self.assertEqual(len(found), 1, rule)
        self.assertGreater(mended(self, made, found), 0)
        self.assertTrue(found[0].section)
        if sound is not None:
            self.assertEqual(findings(sound, rule), [])
        return found[0]

    def test_none_there(self):
        self.trips("electrodes-none", grounded(), grounded(TWO))
        self.assertEqual(findings(document(), "electrodes-none"), [])
        self.assertEqual(len(findings(document(), "electrodes-planned")), 2)

    def test_one_circuit_with_a_ground_needs_none(self):
        one = {"runs/1/use": "branch", "runs/1/locks/breaker_a": 40, "stations/2/kind": "equipment"}
        place = solve(job(**one)).ground.places[1]
        self.assertEqual((place.needed, place.electrodes), (False, ()))
        self.assertTrue(solve(job(**one | {"runs/1/cable/no_egc": True})).ground.places[1].needed)
        self.assertTrue(solve(job()).ground.places[1].needed)

    def test_what_does_not_count(self):
        for bad, good in (
            (ROD | {"length": 7.5}, ROD),
            (ROD | {"diameter": 0.5}, ROD | {"diameter": 0.5, "listed": True}),
            (PIPE | {"length": 9}, PIPE),
            (FOOTING | {"length": 19}, FOOTING),
            (FOOTING | {"diameter": 0.375}, FOOTING),
            ({"id": "ring", "kind": "ring", "wire_size": "4"}, {"id": "ring", "kind": "ring", "wire_size": "2"}),
            ({"id": "p", "kind": "plate", "area": 1.5}, {"id": "p", "kind": "plate", "area": 2}),
            ({"id": "p", "kind": "plate", "thickness": 0.2}, {"id": "p", "kind": "plate", "thickness": 0.25}),
            (
                {"id": "p", "kind": "plate", "metal": "copper", "thickness": 0.05},
                {"id": "p", "kind": "plate", "metal": "copper", "thickness": 0.06},
            ),
            ({"id": "gas", "kind": "gas-pipe"}, {"id": "gas", "kind": "gas-pipe", "connected": False}),
            (TWO | {"metal": "aluminium"}, TWO | {"metal": "stainless"}),
        ):
            with self.subTest(bad):
                self.trips("electrode-counts", grounded(bad, FOOTING | {"id": "other"}), grounded(good))

    def test_what_is_there_is_used(self):
        self.trips("electrode-left-out", grounded(TWO, FOOTING | {"connected": False}), grounded(TWO, FOOTING))
        metal = {"places/0/water_pipe": "metal"}
        self.trips("water-pipe-unused", grounded(TWO, **metal), grounded(TWO, PIPE, **metal))

    def test_a_lone_rod_in_both_schools(self):
        for made in (grounded(ROD), grounded(PIPE, ROD), grounded(ROD | {"measured_ohm": 31})):
            self.assertEqual(self.trips("rod-alone", made, grounded(TWO)).level, "violation")
        for fine in (grounded(ROD | {"measured_ohm": 25}), grounded(ROD, FOOTING), grounded(ROD, ROD | {"id": "b"})):
            self.assertEqual(findings(fine, "rod-alone"), [])
        prove = {"house_rules": {"rods": "prove"}}
        self.assertEqual(self.trips("rod-alone", grounded(ROD, **prove)).level, "advice")
        self.assertEqual(self.trips("rod-alone", grounded(ROD | {"measured_ohm": 31}, **prove)).level, "violation")
        fixes = [f.label for f in findings(grounded(ROD, **prove), "rod-alone")[0].fixes]
        self.assertEqual(fixes, ["Drive a second rod", "Tested at 25 ohm or less"])
        planned = [solve(job(**more)).ground.places[0].electrodes[0].words for more in ({}, prove)]
        self.assertEqual(planned, ["2 rods, 8 ft", "rod, 8 ft"])

    def test_what_stands_alone_by_the_code_and_by_the_shop(self):
        never = {"house_rules": {"lone_electrode": "never"}}
        self.assertEqual(findings(grounded(FOOTING), "electrode-alone"), [])
        self.assertEqual(self.trips("electrode-alone", grounded(FOOTING, **never)).level, "house")
        for fine in (grounded(ROD, FOOTING, **never), grounded(TWO, **never), grounded(ROD, **never)):
            self.assertEqual(findings(fine, "electrode-alone"), [])

    def test_thin_wire_and_aluminium_say_how_they_run(self):
        # 2 AWG copper asks 8 copper or 6 aluminium; 4/0 aluminium asks 4 copper.
        for size, metal, wants in (("2", "cu", "250.64(B)"), ("2", "al", "250.64(A)"), ("4/0", "cu", None)):
            hot = {"runs/0/locks/size": size, "runs/0/cable/metal": "al" if size == "4/0" else "cu"}
            made = grounded(FOOTING, **hot, **{f"{HOUSE}/conductor": {"metal": metal}})
            steps = solve(parse(made)).ground.places[0].conductor.steps
            cited = {s.cite for s in steps} & {"250.64(A)", "250.64(B)"}
            self.assertEqual(cited, {wants} - {None}, (size, metal))

    def test_how_they_lie(self):
        self.trips("electrodes-close", grounded(TWO | {"spacing": 2}), grounded(TWO | {"spacing": 6}))
        slanted = TWO | {"placing": "slanted"}
        self.trips("rod-slant", grounded(slanted | {"slant_deg": 50}), grounded(slanted | {"slant_deg": 45}))
        for lies in (TWO | {"placing": "trench"}, {"id": "p", "kind": "plate"}, {"id": "r", "kind": "ring"}):
            deep = [grounded(lies | {"depth": d}, FOOTING) for d in (24, 30)]
            self.trips("electrode-shallow", *deep)
        self.trips("clamp", grounded(TWO | {"clamp_for_burial": False}), grounded(TWO | {"clamp_for_burial": True}))

    def test_rods_of_which_nobody_measured_how_far_apart(self):
        bare = {name: value for name, value in TWO.items() if name != "spacing"}
        self.trips("electrodes-spacing-unknown", grounded(bare), grounded(TWO))

    def test_two_entries_side_by_side(self):
        east = [ROD | {"id": f"r{i}", "x": x, "y": 4} for i, x in enumerate((0, 5.5, 6))]
        self.trips("electrodes-beside", grounded(east[0], east[1]), grounded(east[0], east[2]))

    def test_the_water_pipe(self):
        self.trips("water-pipe-alone", grounded(PIPE), grounded(PIPE, TWO))
        self.trips("water-pipe-path", grounded(PIPE | {"bonded_past_meter": False}, TWO), grounded(PIPE, TWO))
        far, near = (grounded(PIPE | {"lands_from_entry": ft}, TWO) for ft in (5.5, 5))
        self.trips("water-pipe-entry", far, near)

    def test_the_water_line_replaced_with_plastic(self):
        plastic = {"places/0/water_pipe": "metal-to-plastic"}
        finding = self.trips("water-pipe-gone", grounded(PIPE, **plastic), grounded(PIPE))
        self.assertEqual(finding.level, "danger")
        self.assertIn("Nothing is left of the electrodes", finding.words)
        off = grounded(PIPE | {"connected": False}, TWO, **plastic)
        self.assertEqual([f.rule for f in findings(off) if f.rule in ("electrode-left-out", "water-pipe-gone")], [])
        with_rods = findings(grounded(PIPE, TWO, **plastic), "water-pipe-gone")[0]
        self.assertRegex(with_rods.words, r"What is left comes to \d+ ohm")
        self.trips("water-pipe-gone", grounded(PIPE, TWO, **plastic), grounded(TWO, **plastic))

    def test_the_conductor(self):
        own = f"{HOUSE}/conductor"
        for rule, bad, good in (
            ("gec-small", {"size": "8"}, {"size": "6"}),
            ("gec-exposed", {"size": "6", "protected": False}, {"size": "6"}),
            (
                "gec-sleeve",
                {"steel_sleeve": True, "sleeve_bonded": False},
                {"steel_sleeve": True, "sleeve_bonded": True},
            ),
            ("gec-spliced", {"spliced": True}, {}),
            ("gec-aluminium", {"metal": "al", "near_earth": True}, {"metal": "al"}),
            (
                "gec-aluminium",
                {"metal": "al", "near_earth": True},
                {"metal": "al", "near_earth": True, "listed_enclosure": True},
            ),
        ):
            with self.subTest(rule):
                size = {"runs/0/locks/size": "4/0"}
                self.trips(rule, grounded(TWO, **size, **{own: bad}), grounded(TWO, **size, **{own: good}))

    def test_where_it_lands(self):
        own = f"{SHED}/conductor"
        bars = [grounded(TWO, at=SHED, **{own: {"lands": f"{bar}-bar"}}) for bar in ("neutral", "ground")]
        self.trips("gec-lands", *bars)
        house = {f"{HOUSE}/conductor": {"lands": "ground-bar"}}
        screw, wire = (grounded(TWO, **house, **{"stations/1/bonding/neutral": b}) for b in ("screw", "wire"))
        self.trips("gec-at-service", screw, wire)

    def test_piping_and_terminals(self):
        for rule, bad, good in (
            ("water-bond", {"water_piping": True, "water_bonded": False}, {"water_piping": True, "water_bonded": True}),
            ("gas-bond", {"gas_piping": True}, {"gas_piping": True, "gas_bonded": True}),
            ("intersystem", {"intersystem_terminals": 2}, {"intersystem_terminals": 3}),
        ):
            with self.subTest(rule):
                made = [document(**{f"{HOUSE}/{k}": v for k, v in facts.items()}) for facts in (bad, good)]
                self.trips(rule, *made)
        bonded = {f"{HOUSE}/water_piping": True, f"{HOUSE}/water_bonded": True, "runs/0/locks/size": "4/0"}
        thin, enough = (document(**bonded, **{f"{HOUSE}/water_jumper": size}) for size in ("6", "4"))
        self.trips("water-jumper", thin, enough)


class Sizes(unittest.TestCase):
    """Table 250.66 with its caps, by hand."""

    def size(self, metal, hot, *kinds, made_of="cu", sets=1, **more):
        electrodes = [Electrode(id=k, kind=k, **more) for k in kinds]
        return conductor([Hots(metal, hot, sets)], made_of, electrodes).value

    def test_by_the_hot(self):
        self.assertEqual([self.size("cu", s, "water-pipe") for s in ("2", "1/0", "3/0", "350")], ["8", "6", "4", "2"])
        self.assertEqual(self.size("al", "250", "water-pipe"), "4")
        self.assertEqual(self.size("al", "250", "water-pipe", made_of="al"), "2")
        # Two sets of 4/0 copper are 423 kcmil: the row up to 600.
        self.assertEqual(self.size("cu", "4/0", "structural-metal", sets=2), "1/0")

    def test_caps(self):
        self.assertEqual(self.size("cu", "350", "rod"), "6")
        self.assertEqual(self.size("cu", "350", "plate"), "6")
        self.assertEqual(self.size("cu", "350", "plate", made_of="al"), "4")
        self.assertEqual(self.size("cu", "350", "concrete-encased"), "4")
        self.assertEqual(self.size("cu", "350", "rod", "concrete-encased"), "4")
        self.assertEqual(self.size("cu", "600", "ring"), "2")
        self.assertEqual(self.size("cu", "350", "rod", "water-pipe"), "2")
        self.assertEqual(self.size("cu", "2", "rod"), "8")

    def test_several_services_share_one_conductor_with_taps(self):
        second = {
            "id": "second",
            "name": "Second",
            "kind": "service-disconnect",
            "place": "house",
            "load": {"amps": 50},
        }
        run = {"id": "two", "from_station": "pole", "to_station": "second", "use": "service", "system": "120/240-3w"}
        made = document(**{"stations/-": second, "runs/0/locks/size": "2/0", f"{HOUSE}/electrodes": [PIPE, TWO]})
        made["runs"].append(run | {"cable": {"length": 40, "metal": "al"}, "locks": {"size": "1/0"}})
        house = solve(parse(made)).ground.places[0]
        # 133.1 and 105.6 kcmil of aluminium together: the row up to 250, 4 copper; alone 6 and 8.
        self.assertEqual(house.conductor.value, "4")
        self.assertEqual({t.station: t.conductor.value for t in house.taps}, {"panel": "6", "second": "8"})
        self.assertEqual([e.conductor.value for e in house.electrodes], ["4", "6"])


class Ohms(unittest.TestCase):
    def test_a_water_line_of_plastic_is_no_way_to_earth(self):
        both = {f"{HOUSE}/electrodes": [PIPE, TWO]}
        metal, plastic = (
            solve(job(**both, **{"places/0/water_pipe": w})).ground.places[0] for w in ("metal", "plastic")
        )
        self.assertLess(metal.ohms.value, plastic.ohms.value)
        self.assertEqual(plastic.ohms.value, plastic.electrodes[1].ohms.value)
        self.assertIsNone(plastic.electrodes[0].ohms.value)

    def test_a_band_and_its_chance(self):
        place = solve(job(**{"places/0/soil": "clay"})).ground.places[0]
        self.assertLess(place.low_ohm, place.ohms.value)
        self.assertLess(place.ohms.value, place.high_ohm)
        self.assertAlmostEqual(place.low_ohm * place.high_ohm, place.ohms.value**2, 6)
        self.assertEqual(
            [round(r.by_thumb.value / place.rods[0].ohms.value, 2) for r in place.rods], [1.0, 0.6, 0.4, 0.33]
        )
        self.assertTrue(all(a.ohms.value > b.ohms.value for a, b in zip(place.rods, place.rods[1:], strict=False)))

    def test_a_survey_speaks_before_the_kind_of_soil(self):
        readings = [{"spacing": ft, "ohm": 100.0 / (2 * 3.14159265 * ft * 0.3048)} for ft in (2, 5, 10, 20, 40)]
        place = solve(job(**{f"{HOUSE}/survey": readings, "places/0/soil": "rock"})).ground.places[0]
        self.assertAlmostEqual(place.soil.middle, 100.0, delta=2.0)
        self.assertEqual(place.low_ohm, place.high_ohm)
        self.assertEqual(len(place.soil.points), 5)

    @given(
        st.builds(
            Electrode,
            id=st.just("any"),
            kind=st.sampled_from(code_book("nec-2023").vocabulary.allowed("electrode_kinds")),
            count=st.integers(1, 12),
            layout=st.sampled_from(("row", "ring")),
            spacing=st.none() | st.floats(0.1, 500),
            length=st.none() | st.floats(0.5, 5000),
            diameter=st.none() | st.floats(0.1, 48),
            area=st.none() | st.floats(0.1, 200),
            depth=st.none() | st.floats(0, 600),
            placing=st.sampled_from(("upright", "slanted", "trench")),
            slant_deg=st.none() | st.floats(0, 90),
        ),
        st.builds(Soil, st.floats(1, 50_000))
        | st.builds(Soil, st.floats(5, 5000), st.floats(0.3, 20), st.floats(5, 5000)),
    )
    @examples(150)
    def test_whatever_is_entered_comes_out_in_ohms(self, entered, soil):
        ohms = ohms_of(in_si(entered, US), soil, US)[0]
        self.assertGreater(ohms, 0.0)
        self.assertLess(ohms, 1e12)

    @given(st.sampled_from(("rod", "ring", "strip", "concrete-encased")), st.floats(5, 200), st.floats(1.05, 3))
    @examples(60)
    def test_longer_in_the_earth_has_never_more_ohms(self, kind, length, times):
        long, short = (electrode(kind, length=ft) for ft in (length * times, length))
        self.assertLess(ohms_of(long, Soil(100.0), US)[0], ohms_of(short, Soil(100.0), US)[0])

    def test_what_was_tested_stands(self):
        place = solve(job(**{f"{HOUSE}/electrodes": [ROD | {"measured_ohm": 18}]})).ground.places[0]
        self.assertEqual((place.ohms.value, place.chance.value), (18.0, None))
