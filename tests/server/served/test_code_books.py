"""Code books over the wire, and workings that come when they are asked for."""

import json

from bench.synthetic import property_of
from northspan.core.document.file import dump
from northspan.store.edits.changes import changes
from tests.core.made.jobs import document
from tests.server.harness import ServerTest


class Books(ServerTest):
    def test_every_book_with_its_words_and_a_case(self):
        books = [b["id"] for b in self.client.get("/api/code-books").json["books"]]
        self.assertEqual(books, ["nec-2023", "cec-2024", "bs7671-2018a2"])
        words = self.client.get("/api/code-books/bs7671-2018a2/vocabulary").json["vocabulary"]
        self.assertEqual(words["words"]["panel"], "consumer unit")
        case = {"ib_a": 20, "length_m": 12, "cable": "te", "circuit": "socket", "earthing": "TN-S", "rcd_ma": 30}
        answer = self.client.post("/api/code-books/bs7671-2018a2/cases/check", json={"case": case}).json["answer"]
        self.assertEqual((answer["passes"], answer["values"]["size_mm2"]), (True, 1.5))  # 20 A clipped, just enough
        self.assertTrue(all(f["figure"]["steps"] for f in answer["figures"]))
        self.assertEqual(self.client.get("/api/code-books/xx/vocabulary").status_code, 404)
        self.assertEqual(self.client.post("/api/code-books/cec-2024/cases/bonding", json={"case": {}}).status_code, 404)

    def test_a_case_is_refused_at_its_field_in_words(self):
        given = {"amps": 40, "continuous_amps": 99, "system": "240-2w", "insulation": "TW75", "length_m": 3}
        refused = self.client.post("/api/code-books/cec-2024/cases/check", json={"case": given})
        self.assertEqual(refused.status_code, 422)
        problem = refused.json["problems"][0]
        self.assertEqual(problem["pointer"], "/continuous_amps")
        self.assertIn("part", problem["words"])


class Workings(ServerTest):
    def test_a_figure_comes_bare_and_its_working_when_it_is_opened(self):
        state = self.create()
        self.assertEqual(state["solution"]["runs"][1]["figures"]["drop_pct"]["steps"], [])
        place = f"/api/solutions/{state['key']}/working?at=/runs/1/figures/drop_pct"
        figure = self.client.get(place).json["figure"]
        self.assertEqual(figure["value"], state["solution"]["runs"][1]["figures"]["drop_pct"]["value"])
        self.assertGreater(len(figure["steps"]), 4)
        run = self.client.get(f"/api/solutions/{state['key']}/runs/feeder").json["run"]
        self.assertEqual(len(run["ladders"]), 2)
        self.assertTrue(run["figures"]["size"]["steps"])
        cells = self.client.get(f"/api/solutions/{state['key']}/cells").json["tables"]
        self.assertTrue(any("feeder" in who or ":" in who for who in next(iter(cells["310.16"].values()))))
        for wrong in ("/runs/9/figures/drop_pct", "/runs/1", "/runs/1/__class__", "/runs/1/figures/nothing"):
            answer = self.client.get(f"/api/solutions/{state['key']}/working?at={wrong}")
            self.assertEqual(answer.status_code, 404, wrong)
        self.assertEqual(self.client.get(f"/api/solutions/{'0' * 64}/cells").status_code, 404)

    def test_an_edit_of_a_large_job_says_what_it_changed(self):
        job = dump(property_of(120))
        state = self.client.post("/api/jobs", json=job).json
        edited = self.edit(state, "/runs/60/cable/length", 333)
        self.assertLess(len(edited.data), 60_000)
        self.assertIsNone(edited.json["job"])
        self.assertEqual(edited.json["since"], state["version"])
        now = self.client.get(f"/api/jobs/{state['id']}").json
        seen = laid({"job": state["job"], "solution": state["solution"]}, edited.json["changes"])
        self.assertEqual(seen, {"job": now["job"], "solution": now["solution"]})
        small = self.edit(self.create(), "/runs/1/cable/length", 111).json
        self.assertIsNone(small["changes"])
        self.assertEqual(small["job"]["runs"][1]["cable"]["length"], 111)

    def test_an_edit_names_a_part_by_its_id_wherever_it_stands(self):
        state = self.create()
        edited = self.edit(state, "/runs/@feeder/cable/length", 77).json
        self.assertEqual([r["cable"]["length"] for r in edited["job"]["runs"] if r["id"] == "feeder"], [77])
        gone = self.edit(edited, "/runs/@nowhere/cable/length", 5)
        self.assertEqual(gone.status_code, 422)
        self.assertIn("leads nowhere", gone.json["problems"][0]["words"])

    def test_what_changed_makes_one_of_the_other(self):
        before, after = document(), document()
        after["runs"].append(dict(after["runs"][1], id="more", note="a/b~c"))
        del after["stations"][2]
        after["name"] = "Other"
        self.assertEqual(laid(before, list(changes(before, after))), after)


def laid(found, steps):
    """A patch laid on by hand."""
    found = json.loads(json.dumps(found))
    for step in steps:
        *way, last = [n.replace("~1", "/").replace("~0", "~") for n in step["path"].split("/")[1:]]
        part = found
        for name in way:
            part = part[int(name) if isinstance(part, list) else name]
        last = int(last) if isinstance(part, list) else last
        if step["op"] == "remove":
            del part[last]
        elif step["op"] == "add" and isinstance(part, list):
            part.insert(last, step["value"])
        else:
            part[last] = step["value"]
    return found
