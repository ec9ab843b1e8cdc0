"""Metal between buildings; where what comes in lands."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.document.file import parse
from northspan.core.network.landings import landings
from northspan.core.network.topology import network
from northspan.core.solve.solve import solve
from tests.core.made.fixing import findings
from tests.core.made.jobs import SECOND, SECOND_RUN, document, laid


class MetalBetween(unittest.TestCase):
    def three(self, **more):
        old = {"runs/1/cable/no_egc": True, "places/1/state": "stays"}
        return [f.rule for f in findings(document(**old | more)) if f.rule.startswith("three-wire")]

    def test_any_metal_ends_the_exception(self):
        barn = {"id": "barn", "name": "Barn", "kind": "detached-building"}
        pipe = {"id": "p", "name": "Pipe", "kind": "water-pipe", "from_place": "house", "to_place": "barn", "ohm": 1}
        self.assertEqual(self.three(), ["three-wire-kept"])
        self.assertEqual(self.three(**{"places/-": barn, "metal_paths": [pipe]}), ["three-wire-kept"])
        through = {
            "places/-": barn,
            "metal_paths": [pipe, pipe | {"id": "q", "from_place": "barn", "to_place": "shed"}],
        }
        self.assertEqual(self.three(**through), ["three-wire"])
        lamp = {"stations/-": SECOND | {"kind": "equipment"}}
        circuit = SECOND_RUN | {"use": "branch", "system": "120-2w"}
        self.assertEqual(self.three(**lamp, **{"runs/-": circuit}), ["three-wire"])
        self.assertEqual(self.three(**lamp, **{"runs/-": laid(circuit, no_egc=True)})[:1], ["three-wire-kept"])
        self.assertEqual(
            self.three(**lamp, **{"runs/-": laid(circuit, no_egc=True, raceway="EMT")})[:1], ["three-wire"]
        )

    def test_the_frame_of_an_old_range_on_its_neutral(self):
        range_ = {"id": "r", "name": "Range", "kind": "range", "va": 9000, "state": "stays", "station": "shed-panel"}
        old = {
            "places/0/state": "stays", "places/0/appliances": [range_], "stations/2/place": "house",
            "stations/2/load": None, "stations/2/kind": "equipment", "runs/1/use": "branch",
                "runs/1/cable/no_egc": True,
            "runs/1/cable/length": 40, "runs/1/cable/insulation": "SEU", "runs/1/cable/raceway": "none",
                "runs/1/cable/location": "dry",
            "runs/1/cable/metal": "al", "stations/2/bonding": {"neutral": "screw"},
        }  # fmt: skip
        rules = {f.rule for f in findings(document(**old))}
        self.assertIn("frame-on-neutral", rules)
        self.assertNotIn("bond-extra", rules)
        for spoilt in (
            {"places/0/state": "comes"}, {"runs/1/locks/size": "10"},
                {"places/0/appliances": [range_ | {"kind": "other"}]},
            {"places/0/appliances": [range_ | {"state": "comes"}]}, {"runs/1/from_station": "sub"},
        ):  # fmt: skip
            made = document(**old)
            if "runs/1/from_station" in spoilt:
                made["stations"].append(SECOND | {"id": "sub", "place": "house"})
                made["runs"].append(SECOND_RUN | {"to_station": "sub"})
                made["runs"][1]["from_station"] = "sub"
            else:
                made = document(**old | spoilt)
            self.assertIn("bond-extra", {f.rule for f in findings(made)}, spoilt)


class Landings(unittest.TestCase):
    def house(self, *stations, **feeds):
        """A service disconnect in the house with panels behind it; ``feeds`` are fields of their runs."""
        disc = {"id": "disc", "name": "Disc", "kind": "service-disconnect", "place": "house", "gear": {"rating_a": 200}}
        pole = document()["stations"][0] | {"place": "shed"}
        behind = [{"kind": "panelboard", "place": "house", "name": s["id"].title()} | s for s in stations]
        runs = [{"id": "s", "from_station": "pole", "to_station": "disc", "use": "service"}]
        feeder = {"from_station": "disc", "use": "feeder"}
        runs += [feeder | {"id": s["id"], "to_station": s["id"]} | feeds.get(s["id"], {}) for s in stations]
        made = document(**{"stations": [pole, disc, *behind], "places/0/floor_area": 1800})
        made["runs"] = [r | {"system": "120/240-3w", "cable": {"length": 20}} for r in runs]
        return made

    def lands(self, made):
        one = parse(made)
        return landings(one, network(one))["house"].id

    def test_by_the_propertys_shape(self):
        self.assertEqual(self.lands(self.house({"id": "main"})), "main")
        self.assertEqual(
            self.lands(self.house({"id": "main"}, {"id": "hot-tub"}, main={"whole_dwelling": True})), "main"
        )
        self.assertEqual(
            self.lands(self.house({"id": "a", "gear": {"rating_a": 60}}, {"id": "b", "gear": {"rating_a": 200}})), "b"
        )
        self.assertEqual(self.lands(self.house({"id": "a"}, {"id": "b"})), "disc")
        self.assertEqual(self.lands(self.house({"id": "a"}, a={"locks": {"breaker_a": 60}})), "disc")

    def test_an_entry_on_a_subpanel_takes_nothing_away(self):
        sub = {"id": "a", "load": {"amps": 25}}
        made = self.house(sub)
        self.assertEqual(self.lands(made), "disc")
        service, feeder = (r.figure("load").value for r in solve(parse(made)).runs)
        alone = solve(parse(self.house({"id": "a"}))).runs[0].figure("load").value
        self.assertEqual((feeder, service), (25.0, alone + 25.0))
        counted = solve(parse(self.house(sub | {"load": {"amps": 25, "in_calculation": True}}))).runs
        self.assertEqual([r.figure("load").value for r in counted], [alone, 25.0])

    @given(
        st.permutations([0, 1, 2, 3]),
        st.sampled_from([{}, {"b": {"whole_dwelling": True}}, {"a": {"locks": {"breaker_a": 90}}}]),
    )
    def test_the_order_of_the_file_never_matters(self, order, feeds):
        made = self.house({"id": "a"}, {"id": "b"}, {"id": "c", "load": {"amps": 9}}, **feeds)
        turned = made | {"runs": [made["runs"][i] for i in order], "stations": made["stations"][::-1]}
        self.assertEqual(self.lands(made), self.lands(turned))
