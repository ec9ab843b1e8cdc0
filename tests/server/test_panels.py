"""Panels over the wire: balanced, filled, bought, their schedules both ways, directory and labels on paper."""

import csv
import io

from pypdf import PdfReader

from northspan.core.document.file import parse
from northspan.core.job.panel import interleaved
from tests.core.made.panels import PANEL, opened
from tests.server.harness import ServerTest


class Panels(ServerTest):
    def ask(self, verb, made=None, status=200, **more):
        body = {"job": made or opened(), "station": "panel", **more}
        answer = self.client.post(f"/api/panels/{verb}", json=body)
        self.assertEqual(answer.status_code, status, answer.json)
        return answer.json

    def stored(self):
        return self.client.post("/api/jobs", json=opened()).json

    def paper(self, state, name):
        answer = self.client.get(f"/api/jobs/{state['id']}/panels/panel/{name}")
        self.assertEqual(answer.status_code, 200)
        return answer.data

    def test_balance_lists_its_moves_and_one_undo_takes_them_back(self):
        state = self.stored()
        found = self.ask("balance", state["job"])["balance"]
        self.assertEqual((found["apart_va"], len(found["moves"]), found["proved"]), (300.0, 1, True))
        moved = self.client.patch(
            f"/api/jobs/{state['id']}", json=found["fix"]["patch"], headers={"If-Match": f'"{state["version"]}"'}
        ).json
        self.assertEqual(moved["solution"]["panels"][0]["apart"]["value"], 300.0)
        back = self.walk(moved, "undo").json
        self.assertEqual(back["solution"]["panels"][0]["apart"]["value"], 2100.0)

    def test_propose_and_a_panel_that_is_not_there(self):
        found = self.ask("propose")["proposal"]
        self.assertEqual(len(found["circuits"]), len(found["fix"]["patch"]))
        for verb in ("balance", "propose", "schedule"):
            more = {"text": "1,a"} if verb == "schedule" else {}
            answer = self.client.post(f"/api/panels/{verb}", json={"job": opened(), "station": "shed-panel", **more})
            self.assertEqual(answer.status_code, 422)
            self.assertIn("there is no panel 'shed-panel'", answer.json["problems"][0]["words"])

    def test_the_schedule_out_comes_in_as_it_was(self):
        text = self.paper(self.stored(), "schedule.csv").decode("utf-8-sig")
        self.assertEqual([r["space"] for r in csv.DictReader(io.StringIO(text))], ["1", "2", "3", "4", "6"])
        self.assertIsNone(self.ask("schedule", text=text)["fix"])

    def test_pasted_rows_change_and_add(self):
        rows = "2\tBedroom north\t15\t1\t950\t14\n7\tGarage door\t20\t1\t300\t#12 AWG\n"
        read = self.ask("schedule", text=rows)
        self.assertEqual((read["replaced"], read["added"]), (1, 1))
        circuits = {c["id"]: c for c in read["fix"]["patch"][0]["value"]}
        self.assertEqual(
            (circuits["bed"]["name"], circuits["bed"]["va"], circuits["bed"]["breaker"]), ("Bedroom north", 950, "afci")
        )
        self.assertEqual((circuits["garage-door"]["space"], circuits["garage-door"]["size"]), (7, "12"))

    def test_a_schedule_is_refused_whole_with_line_and_column(self):
        for text, words in (
            ("space,breaker\n7,forty\n", "line 2, column breaker_a: 'forty' must be a number"),
            ("space,name\n7,a\nseven,b\n", "line 3, column space: 'seven' must be a space"),
            ("space,colour\n7,red\n", "line 1, column colour: is no column"),
            ("space,breaker\n7,9000\n", "line 2, column breaker_a: must be at most 6000"),
            ("space,neutral_at\n7,neutral\n", "line 2, column neutral_at: 'neutral' must be a bar and a hole"),
            ("space,rooms\n7,attic\n", "line 2, column rooms"),
            ("", "there is no row in it"),
        ):
            with self.subTest(words):
                said = self.ask("schedule", status=422, text=text)
                self.assertIn(words, said["problems"][0]["words"])

    def test_directory_and_labels(self):
        state = self.stored()
        words = PdfReader(io.BytesIO(self.paper(state, "directory.pdf"))).pages[0].extract_text()
        for line in ("House panel", "Named kitchen", "with the space above", "free", "125 A bus"):
            self.assertIn(line, words)
        for sheet, pages in (("letter-30", 1), ("a4-21", 1)):
            read = PdfReader(io.BytesIO(self.paper(state, f"labels.pdf?sheet={sheet}")))
            self.assertEqual(len(read.pages), pages)
            self.assertIn("Disconnect of House panel", read.pages[0].extract_text())
        self.assertEqual(self.client.get(f"/api/jobs/{state['id']}/panels/shed-panel/labels.pdf").status_code, 404)
        self.assertEqual(self.client.get(f"/api/jobs/{state['id']}/panels/panel/labels.pdf?sheet=b5").status_code, 422)

    def test_a_panel_of_the_list_takes_the_place_of_the_one_there(self):
        made = opened()
        fix = self.ask("bought", made, item="8 spaces, 100 A lugs")["fix"]
        self.assertEqual(fix["label"], "Use 8 spaces, 100 A lugs")
        state = self.stored()
        after = self.client.patch(
            f"/api/jobs/{state['id']}", json=fix["patch"], headers={"If-Match": f'"{state["version"]}"'}
        ).json
        station = parse(after["job"]).stations[1]
        self.assertEqual((station.gear.spaces, station.gear.has_main, station.gear.rating_a), (8, False, 100))
        self.assertEqual(station.panel.twin_spaces, tuple(range(1, 9)))
        self.assertEqual([(lug.of, lug.torque) for lug in station.panel.lugs], [("line", 50), ("neutral", 50)])
        # What was in a hole of a bar that is gone lands anew; every circuit is still there.
        self.assertEqual([c.id for c in station.panel.circuits], [c["id"] for c in PANEL["circuits"]])
        self.assertEqual({c.neutral_at for c in station.panel.circuits}, {None})
        self.assertIn(
            "no panel 'Nothing' is listed", self.ask("bought", made, 422, item="Nothing")["problems"][0]["words"]
        )

    def test_the_lists_of_panels_and_breakers_go_both_ways(self):
        for name, least in (("panels", 8), ("breakers", 15), ("spools", 20), ("van", 10)):
            text = self.client.get(f"/api/shop/{name}.csv").data
            answer = self.client.post(f"/api/shop/{name}/import", data=text, content_type="text/csv").json
            self.assertEqual((answer["added"], answer["broken"]), (0, []))
            self.assertGreaterEqual(answer["replaced"], least)
        head = "name,spaces,circuits,bus_a,neutral_holes,ground_holes,lug_least,lug_most,twin_spaces"
        rows = "\n".join((head, "Odd,7,8,100,8,8,8,1,", "Far,8,8,100,8,8,8,1,9")).encode()
        broken = self.client.post("/api/shop/panels/import", data=rows, content_type="text/csv").json["broken"]
        self.assertEqual([b["line"] for b in broken], [2, 3])

    def test_a_conduit_body_without_its_volume_takes_no_splice(self):
        def body(**case):
            path = "/api/code-books/nec-2023/cases/conduit-body"
            return self.client.post(path, json={"case": case}).json["answer"]

        spliced = [{"size": "12", "count": 4}]
        self.assertEqual([f["section"] for f in body(conductors=spliced)["findings"]], ["314.16(C)(2)"])
        self.assertTrue(body(conductors=[{"size": "6", "count": 3, "way": "through"}])["passes"])
        # Four of 12 are 9 in³.
        self.assertEqual([body(conductors=spliced, marked_in3=x)["passes"] for x in (9.0, 8.9)], [True, False])

    def test_forty_two_spaces_are_solved_and_drawn(self):
        made = opened(("gear/spaces", 42))
        made["stations"][1]["panel"]["circuits"] = [
            {"id": f"c{s}", "name": f"Circuit {s}", "space": s, "va": 100 * s} for s in range(1, 43)
        ]
        found = self.client.post("/api/solve", json=made).json["solution"]["panels"][0]
        legs = interleaved(42)
        by_hand = {leg: sum(100.0 * s for s in range(1, 43) if legs[s - 1] == leg) for leg in "AB"}
        self.assertEqual({leg["leg"]: leg["va"]["value"] for leg in found["legs"]}, by_hand)
        self.assertEqual(len(found["drawing"]["breakers"]), 42)
