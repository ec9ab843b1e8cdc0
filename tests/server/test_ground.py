"""Faults dropped and surveys read over the API."""

import csv
import io
import math

from pypdf import PdfReader

from northspan.core.document.file import dump
from northspan.core.physics.earth.soil import Soil, apparent
from tests.core.made.jobs import document
from tests.core.made.properties import random_property
from tests.server.harness import ServerTest


class Faults(ServerTest):
    def drop(self, job=None, **asked):
        body = {"job": job or document(), "mode": "utility", "station": "shed-panel"} | asked
        return self.client.post("/api/solve/fault", json=body)

    def test_a_fault_and_its_answers(self):
        answer = self.drop().json["answer"]
        self.assertEqual(answer["state"]["amps"]["unit"], "A")
        self.assertGreater(answer["state"]["amps"]["value"], 100)
        self.assertTrue(answer["state"]["amps"]["steps"])
        shed = next(s for s in answer["state"]["stations"] if s["station"] == "shed-panel")
        self.assertGreater(len(shed["touch_v"]["steps"]), 2)
        self.assertIn("Where is the neutral bonded?", {a["question"] for a in answer["answers"]})

    def test_any_property_answers_for_every_station_in_every_state(self):
        asked = 0
        for seed in (3, 15, 60, 77):
            job = dump(random_property(seed))
            solved = self.client.post("/api/solve", json=job).json["solution"]["ground"]
            for mode in solved["modes"]:
                for at, station in enumerate(mode["stations"]):
                    state = {
                        "mode": mode["id"],
                        "station": station["station"],
                        "kind": ("none", "line-to-enclosure", "line-to-neutral", "line-to-earth")[at % 4],
                        "equipment": ("whole", "broken", "missing")[at % 3],
                        "neutral_open": at % 2 == 0,
                    }
                    answer = self.drop(job, **state)
                    self.assertEqual(answer.status_code, 200, (seed, state))
                    found = answer.json["answer"]["state"]
                    self.assertTrue(all(s["touch_v"]["value"] >= 0.0 for s in found["stations"]))
                    asked += 1
        self.assertGreater(asked, 40)

    def test_more_current_with_the_ground_whole_than_broken(self):
        amps = [self.drop(equipment=e).json["answer"]["state"]["amps"]["value"] for e in ("whole", "broken")]
        self.assertGreater(amps[0], 20 * amps[1])

    def test_what_is_not_there_is_refused_in_words(self):
        for asked in ({"station": "nobody"}, {"mode": "moon"}, {"share": 2}, {"kind": "sideways"}, {"earth_ohm": -1}):
            answer = self.drop(**asked)
            self.assertEqual(answer.status_code, 422, asked)
            self.assertTrue(answer.json["problems"][0]["words"])

    def test_grounding_is_refused_at_its_field(self):
        electrodes = "/places/0/grounding/electrodes"
        rod = {"id": "rod", "kind": "rod"}
        for path, value, pointer in (
            (electrodes, [rod | {"length": -8}], f"{electrodes}/0/length"),
            (electrodes, [rod, rod], f"{electrodes}/1/id"),
            ("/metal_paths", [{"id": "p", "name": "Pipe", "kind": "duct", "from_place": "house", "to_place": "moon",
                               "ohm": 1}], "/metal_paths/0/to_place"),
            ("/metal_paths", [{"id": "p", "name": "Pipe", "kind": "duct", "from_place": "shed", "to_place": "shed",
                               "ohm": 1}], "/metal_paths/0/to_place"),
        ):  # fmt: skip
            answer = self.edit(self.create(), path, value)
            self.assertEqual(answer.status_code, 422)
            self.assertEqual(answer.json["problems"][0]["pointer"], pointer)


class Surveys(ServerTest):
    def read(self, text):
        return self.client.post("/api/surveys", data=text.encode())

    def test_feet_and_metres_give_the_same_soil(self):
        soil = Soil(90.0, 1.8, 30.0)
        metres = [0.6, 1.2, 2.4, 4.8, 9.6, 19.2]
        ohms = [apparent(soil, a) / (2 * math.pi * a) for a in metres]
        in_metres = "Spacing (m);Ohm\n" + "\n".join(f"{a};{r:.6f}" for a, r in zip(metres, ohms, strict=True))
        in_feet = "\n".join(f"{a / 0.3048},{r}" for a, r in zip(metres, ohms, strict=True))
        for text in (in_metres, in_feet):
            readings = self.read(text).json["readings"]
            state = self.create(**{"places/1/grounding/survey": readings})
            found = state["solution"]["ground"]["places"][1]["soil"]
            self.assertAlmostEqual(found["middle"] / 90.0, 1.0, delta=0.02)
            self.assertAlmostEqual(found["depth"] * 0.3048 / 1.8, 1.0, delta=0.02)
            self.assertAlmostEqual(found["lower"] / 30.0, 1.0, delta=0.02)
            self.assertLess(found["misfit_pct"], 0.5)

    def test_broken_rows_are_named_by_line(self):
        found = self.read("spacing ft,ohm\n5,11\nten,4\n10\n5,12\n20,-3\n\n15,3.2\n").json
        self.assertEqual([b["line"] for b in found["broken"]], [3, 4, 5, 6])
        self.assertEqual([r["spacing"] for r in found["readings"]], [5, 15])

    def test_what_is_no_survey_is_refused_in_words(self):
        for text in ("", "hello", "a,b\nc,d"):
            answer = self.read(text)
            self.assertEqual(answer.status_code, 422)
            self.assertIn("spacing", answer.json["problems"][0]["words"])


class OnPaper(ServerTest):
    def test_the_sheet_says_electrodes_bonds_and_faults(self):
        state = self.create(**{"stations/2/bonding/neutral": "screw"})
        text = self.client.get(f"/api/packet/{state['id']}/calculation.csv").data.decode("utf-8-sig")
        rows = list(csv.reader(io.StringIO(text)))
        ground = state["solution"]["ground"]
        for title in ("Ground: House", "Ground: Shed", "Bonds: Utility", "Taken where nothing is on record"):
            self.assertIn([title], rows)
        shed = next(r for r in rows if len(r) == 7 and r[0] == "Shed panel")
        self.assertEqual(shed[1], "screw, where none belongs")
        fault = next(f for f in ground["modes"][0]["faults"] if f["station"] == "shed-panel")
        self.assertEqual(shed[4], f"{fault['amps']:.1f} A")
        house = [r for r in rows if r[:1] == ["Electrode conductor"]]
        self.assertEqual([r[2] for r in house], [p["conductor"]["value"] for p in ground["places"]])
        pdf = PdfReader(io.BytesIO(self.client.get(f"/api/packet/{state['id']}/calculation.pdf").data))
        self.assertIn("Bonds: Utility", "".join(page.extract_text() for page in pdf.pages))
