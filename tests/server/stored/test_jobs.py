"""Jobs over the wire: saved, edited, walked back, shelved, and never lost."""

import json
import unittest

import jsonschema

from tests.core.made.jobs import document
from tests.server.harness import ServerTest


class Editing(ServerTest):
    def test_an_edit_saves_solves_and_survives_a_restart(self):
        state = self.create()
        edited = self.edit(state, "/runs/1/cable/length", 320)
        self.assertEqual(edited.status_code, 200)
        self.assertEqual(edited.json["version"], 2)
        self.assertRegex(edited.headers["ETag"], '^W/"2-open-')
        size = edited.json["solution"]["runs"][1]["figures"]["size"]["value"]
        self.assertNotEqual(size, state["solution"]["runs"][1]["figures"]["size"]["value"])
        again = self.start().get(f"/api/jobs/{state['id']}").json
        self.assertEqual(again["job"]["runs"][1]["cable"]["length"], 320)

    def test_a_stale_edit_gets_409_and_loses_nothing(self):
        state = self.create()
        self.edit(state, "/runs/1/cable/length", 200)
        stale = self.edit(state, "/runs/1/locks/size", "1/0", version=1)
        self.assertEqual((stale.status_code, stale.json["version"]), (409, 2))
        now = self.client.get(f"/api/jobs/{state['id']}").json["job"]["runs"][1]
        self.assertEqual((now["cable"]["length"], now["locks"]["size"]), (200, None))
        unsaid = self.client.patch(f"/api/jobs/{state['id']}", json=[{"op": "remove", "path": "/runs/1"}])
        self.assertEqual(unsaid.status_code, 428)

    def test_what_arrives_twice_under_a_key_is_taken_once(self):
        state = self.create()
        before = state["job"]["runs"][1]["cable"]["length"]

        def send(method, address, key, body=None, version=1):
            headers = {"If-Match": f'"{version}"', "Idempotency-Key": key}
            answer = method(f"/api/jobs/{state['id']}{address}", json=body, headers=headers)
            return answer.status_code, answer.json["version"]

        longer = [{"op": "add", "path": "/runs/1/cable/length", "value": before + 1}]
        for _ in range(2):
            self.assertEqual(send(self.client.patch, "", "a", longer), (200, 2))
        self.assertEqual(send(self.client.patch, "", "b", longer), (409, 2))
        self.assertEqual(send(self.client.patch, "", "b", longer, version=2), (200, 3))
        # The first once more, when others have gone on: it has no part in that.
        self.assertEqual(send(self.client.patch, "", "a", longer), (200, 3))
        for _ in range(2):
            self.assertEqual(send(self.client.post, "/undo", "c", version=3), (200, 4))
        now = self.client.get(f"/api/jobs/{state['id']}").json
        self.assertEqual((now["version"], now["job"]["runs"][1]["cable"]["length"]), (4, before + 1))

    def test_a_bad_edit_names_its_field_and_saves_nothing(self):
        state = self.create()
        for path, value, words in (
            ("/runs/1/cable/length", -5, "must be more than 0"),
            ("/runs/1/locks/size", "5", "not one of"),
            ("/runs/1/from_station", "shed-panel", "starts and ends at Shed panel"),
        ):
            with self.subTest(path=path):
                refused = self.edit(state, path, value)
                self.assertEqual(refused.status_code, 422)
                self.assertIn(words, refused.json["problems"][0]["words"])
        self.assertEqual(self.edit(state, "/nowhere/9/x", 1).status_code, 422)
        self.assertEqual(self.client.get(f"/api/jobs/{state['id']}").json["version"], 1)

    def test_a_patch_must_be_a_patch(self):
        state = self.create()
        for body in ([], [{"op": "add", "path": "/name"}], [{"op": "paint", "path": "/name"}], {"op": "add"}, "x"):
            with self.subTest(body=body):
                answer = self.client.patch(f"/api/jobs/{state['id']}", json=body, headers={"If-Match": '"1"'})
                self.assertEqual(answer.status_code, 422)

    def test_undo_and_redo_walk_the_history(self):
        state = self.create()
        self.assertFalse(state["can_undo"])
        state = self.edit(state, "/name", "Second").json
        state = self.edit(state, "/name", "Third").json
        state = self.walk(state, "undo").json
        self.assertEqual((state["job"]["name"], state["can_undo"], state["can_redo"]), ("Second", True, True))
        state = self.walk(state, "undo").json
        self.assertEqual((state["job"]["name"], state["can_undo"]), ("Test property", False))
        self.assertEqual(self.walk(state, "undo").status_code, 409)
        state = self.walk(state, "redo").json
        state = self.edit(state, "/name", "Branch").json
        self.assertFalse(state["can_redo"])
        state = self.walk(state, "undo").json
        self.assertEqual(state["job"]["name"], "Second")
        self.assertEqual(self.walk(state, "redo").json["job"]["name"], "Branch")


class Shelving(ServerTest):
    def names(self, **query):
        return [j["name"] for j in self.client.get("/api/jobs", query_string=query).json["jobs"]]

    def test_archive_delete_and_the_way_back(self):
        state = self.create()
        for shelf in ("archived", "deleted"):
            self.client.put(f"/api/jobs/{state['id']}/shelf/{shelf}")
            self.assertEqual(self.names(), [])
            self.assertEqual(self.names(shelf=shelf), ["Test property"])
            self.client.put(f"/api/jobs/{state['id']}/shelf/open")
            self.assertEqual(self.names(), ["Test property"])

    def test_duplicate_has_a_life_of_its_own(self):
        state = self.create()
        copy = self.client.post(f"/api/jobs/{state['id']}/duplicate").json
        self.edit(copy, "/runs/1/cable/length", 10)
        self.assertEqual(self.client.get(f"/api/jobs/{state['id']}").json["job"]["runs"][1]["cable"]["length"], 150)
        self.assertCountEqual(self.names(), ["Test property", "Test property (copy)"])

    def test_search_takes_signs_as_they_are(self):
        self.create(name="100% House")
        self.create(name="Other")
        self.assertEqual(self.names(search="100% h"), ["100% House"])
        self.assertEqual(self.names(search="%"), ["100% House"])

    def test_no_such_job(self):
        self.assertEqual(self.client.get(f"/api/jobs/{'0' * 32}").status_code, 404)
        self.assertEqual(self.client.get("/api/jobs/../../etc/passwd").status_code, 404)


class Files(ServerTest):
    def test_export_and_import_give_the_same_job(self):
        state = self.create()
        exported = self.client.get(f"/api/jobs/{state['id']}/job.json")
        self.assertIn("test-property.json", exported.headers["Content-Disposition"])
        imported = self.client.post("/api/jobs/import", data=exported.data)
        self.assertEqual(imported.status_code, 201)
        self.assertEqual(imported.json["job"], state["job"])
        self.assertNotEqual(imported.json["id"], state["id"])

    def test_bad_files_are_refused_with_the_place_and_touch_nothing(self):
        self.create()
        newer = json.dumps(document(version=9)).encode()
        huge = b'{"name": "' + b"x" * 10_000_000
        looped = json.dumps(document(**{"runs/0/from_station": "shed-panel"})).encode()
        for body, place, words in ((newer, "/version", "newer"), (looped, "/runs/1", "loop"), (b"\x80", "", "JSON")):
            answer = self.client.post("/api/jobs/import", data=body)
            self.assertEqual(answer.status_code, 422)
            self.assertEqual(answer.json["problems"][0]["pointer"], place)
            self.assertIn(words, answer.json["problems"][0]["words"])
        self.assertEqual(self.client.post("/api/jobs/import", data=huge).status_code, 413)
        self.assertEqual(len(self.client.get("/api/jobs").json["jobs"]), 1)

    def test_the_published_schema_accepts_an_export(self):
        schema = self.client.get("/api/job-schema.json").json
        state = self.create()
        jsonschema.validate(state["job"], schema)
        with self.assertRaises(jsonschema.ValidationError):
            jsonschema.validate(state["job"] | {"version": 4}, schema)


class Demo(ServerTest):
    with_demo = True

    def test_loaded_once_and_not_again_after_deleting(self):
        jobs = self.client.get("/api/jobs").json["jobs"]
        self.assertEqual({j["name"] for j in jobs}, {"Juniper Bend", "Cobalt Street", "Tamarack Row"})
        self.client.put(f"/api/jobs/{jobs[0]['id']}/shelf/deleted")
        again = self.start()
        self.assertEqual(len(again.get("/api/jobs").json["jobs"]), 2)
        fresh = again.post(f"/api/demos/{again.get('/api/demos').json['demos'][0]['key']}")
        self.assertEqual(fresh.status_code, 201)


if __name__ == "__main__":
    unittest.main()
