"""What is kept can be opened: solved before it is saved, opened with its fault named, not solved twice."""

import gzip
import json
from pathlib import Path
from unittest import mock

from sqlalchemy import text

from northspan.store.database import open_database
from tests.core.made.jobs import document, laid
from tests.server.harness import ServerTest

VERSION_1 = Path(__file__).parents[2] / "core" / "made" / "version1"
SOLVE = "northspan.server.solving.solutions.solution"


class Opening(ServerTest):
    def test_what_cannot_be_solved_is_not_saved(self):
        state = self.create()
        with (
            mock.patch(SOLVE, side_effect=RuntimeError("secret inside")),
            self.assertLogs("northspan.server", "ERROR") as log,
        ):
            edited = self.edit(state, "/runs/1/cable/length", 111)
            created = self.client.post("/api/jobs", json=document(name="Another"))
        for answer in (edited, created):
            self.assertEqual(answer.status_code, 500)
            self.assertIn("Nothing saved was touched", answer.json["title"])
            self.assertNotIn("secret", answer.text)
        self.assertIn("secret inside", "".join(log.output))
        self.assertEqual(self.client.get(f"/api/jobs/{state['id']}").json["version"], 1)
        self.assertEqual(len(self.client.get("/api/jobs").json["jobs"]), 1)

    def test_a_stored_job_that_cannot_be_solved_opens_with_the_fault_and_can_be_undone(self):
        state = self.create()
        state = self.edit(state, "/runs/1/cable/length", 112).json
        with mock.patch(SOLVE, side_effect=RuntimeError), self.assertLogs("northspan.server", "ERROR"):
            opened = self.start().get(f"/api/jobs/{state['id']}")
        self.assertEqual(opened.status_code, 200)
        self.assertIsNone(opened.json["solution"])
        self.assertEqual(opened.json["job"], state["job"])
        self.assertIn("cannot be worked out", opened.json["fault"])
        self.assertTrue(opened.json["can_undo"])

    def test_a_stored_job_that_cannot_be_read_opens_with_the_place_and_leaves_as_it_was_saved(self):
        state = self.create()
        state = self.edit(state, "/runs/1/cable/length", 113).json
        broken = {**state["job"], "runs": [state["job"]["runs"][0], laid(state["job"]["runs"][1], sets=99)]}
        del broken["note"]
        client = self.stored(broken, 2)
        opened = client.get(f"/api/jobs/{state['id']}").json
        self.assertIsNone(opened["job"])
        self.assertIn("cannot read it", opened["fault"])
        self.assertEqual(opened["problems"][0]["pointer"], "/runs/1/cable/sets")
        self.assertEqual(client.get(f"/api/jobs/{state['id']}/job.json").json, broken)
        self.assertEqual(client.get(f"/api/packet/{state['id']}/calculation.pdf").status_code, 422)
        self.assertEqual(len(client.get("/api/jobs").json["jobs"]), 1)
        undone = client.post(f"/api/jobs/{state['id']}/undo", headers={"If-Match": '"2"'}).json
        self.assertEqual(undone["job"]["runs"][1]["cable"]["sets"], 1)
        self.assertTrue(undone["solution"])

    def stored(self, document, number):
        """The server started anew on a revision whose document was saved as this."""
        engine = open_database(self.url)
        with engine.begin() as connection:
            saved = {"d": json.dumps(document), "n": number}
            connection.execute(text("update revisions set document = :d where number = :n"), saved)
        engine.dispose()
        return self.start()

    def test_a_job_stored_by_version_1_opens_is_edited_and_undone(self):
        old = json.loads((VERSION_1 / "juniper-bend.json").read_text("utf-8"))
        state = self.create()
        client = self.stored(old, 1)
        opened = client.get(f"/api/jobs/{state['id']}").json
        self.assertEqual([r["cable"]["length"] for r in opened["job"]["runs"]], [r["length_ft"] for r in old["runs"]])
        patch = [{"op": "replace", "path": f"/runs/@{old['runs'][0]['id']}/cable/length", "value": 88}]
        edited = client.patch(f"/api/jobs/{state['id']}", json=patch, headers={"If-Match": '"1"'})
        self.assertEqual(edited.status_code, 200)
        again = client.get(f"/api/jobs/{state['id']}").json["job"]["runs"]
        self.assertEqual((again[0]["cable"]["length"], again[1:]), (88, opened["job"]["runs"][1:]))
        undone = client.post(f"/api/jobs/{state['id']}/undo", headers={"If-Match": '"2"'}).json
        self.assertEqual(undone["job"], opened["job"])

    def test_what_was_solved_is_not_solved_again(self):
        state = self.create()
        where = f"/api/jobs/{state['id']}"
        with mock.patch(SOLVE, side_effect=AssertionError("solved again")):
            first = self.client.get(where)
            tag = first.headers["ETag"]
            self.assertEqual(first.json["solution"], state["solution"])
            self.assertEqual(self.client.get(where, headers={"If-None-Match": tag}).status_code, 304)
            packed = self.client.get(where, headers={"Accept-Encoding": "gzip"})
            self.assertEqual((packed.headers["Content-Encoding"], packed.headers["ETag"]), ("gzip", tag))
            self.assertEqual(json.loads(gzip.decompress(packed.data)), first.json)
            asked = {"If-None-Match": tag, "Accept-Encoding": "gzip"}
            self.assertEqual(self.client.get(where, headers=asked).status_code, 304)
            self.client.put(f"{where}/shelf/archived")
            self.assertEqual(self.client.get(where, headers={"If-None-Match": tag}).json["shelf"], "archived")
        self.edit(state, "/runs/1/cable/length", 114)
        self.assertEqual(self.client.get(where, headers={"If-None-Match": tag}).json["version"], 2)


class Patches(ServerTest):
    def patch(self, steps, match='"1"'):
        state = self.create()
        answer = self.client.patch(f"/api/jobs/{state['id']}", json=steps, headers={"If-Match": match})
        self.assertEqual(self.client.get(f"/api/jobs/{state['id']}").json["job"], state["job"])
        return answer

    def test_copies_of_copies_end_at_the_largest_job(self):
        copies = [{"op": "copy", "from": "/places", "path": "/places/-"}] * 60
        answer = self.patch(copies)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("larger than 4 MB", answer.json["problems"][0]["words"])
        self.assertLess(int(answer.json["problems"][0]["pointer"].strip("/")), 20)

    def test_what_does_not_fit_is_refused_in_words(self):
        for step in (
            {"op": "remove", "path": "/runs/-"},
            {"op": "remove", "path": "/runs/x"},
            {"op": "copy", "path": "/runs/-", "from": None},
            {"op": "move", "path": "/runs/-"},
            {"op": "replace", "path": "", "value": 5},
            {"op": "replace", "path": "/name", "value": "\ud800"},
            {"op": "add", "path": "/name/x", "value": 1},
            {"op": "add", "path": f"/{'9' * 300}", "value": 1},
            {"op": "replace", "path": "/runs/0/cable/length", "value": 10**400},
        ):
            with self.subTest(step=step):
                answer = self.patch([step])
                self.assertEqual(answer.status_code, 422)
                self.assertTrue(answer.json["problems"][0]["words"])
        self.assertEqual(self.patch([{"op": "remove", "path": "/runs/1"}], f'"{"9" * 30}"').status_code, 428)
        self.assertEqual(self.client.get(f"/{'x' * 300}").status_code, 200)
        self.assertEqual(self.client.get(f"/assets/{'x' * 300}.js").status_code, 404)
