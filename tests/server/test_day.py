"""The days of a job over the wire: planned while somebody waits, by the shop's durations, taken along as planned."""

import csv
import io
import json
import time

from icalendar import Calendar

from northspan.demo.library import demo_jobs
from tests.server.harness import ServerTest

ROW = demo_jobs()["tamarack-row"].model_dump(mode="json")


class Day(ServerTest):
    def planned(self, job):
        answer = self.client.post("/api/day", json={"job": job})
        return [json.loads(line) for line in answer.data.decode().splitlines() if line.strip()]

    def test_it_is_told_as_it_is_found_and_taken_along_as_it_was_looked_at(self):
        state = self.client.post("/api/jobs", json={**ROW, "day": {**ROW["day"], "first": "2026-11-27"}}).json
        *news, last = self.planned(state["job"])
        self.assertTrue(news)
        darks = [each["dark_minutes"] for each in news]
        self.assertEqual(darks, sorted(darks, reverse=True))
        days = last["days"]
        self.assertEqual((darks[-1], days["dark_minutes"]), (128, 128))
        self.assertIn("Cellar freezer", last["note"])
        rows = list(
            csv.reader(io.StringIO(self.client.get(f"/api/day/{state['id']}/days.csv").data.decode("utf-8-sig")))
        )
        self.assertEqual(
            sum(row[4:5] == ["off"] for row in rows), sum(t["task"]["power"] == "off" for t in days["tasks"])
        )
        packet = self.client.post("/api/packet", json={"job": state["job"], "job_id": state["id"], "show": "days"}).json
        self.assertIn("Fetch parts", {s["words"] for page in packet["pages"] for s in page["shapes"]})
        events = Calendar.from_ical(self.client.get(f"/api/day/{state['id']}/days.ics").data).walk("VEVENT")
        begins = {str(e["uid"]).split("@")[0]: e["dtstart"].dt for e in events}
        for each in days["tasks"]:
            at = begins[each["task"]["id"]]
            self.assertEqual((at.day, 60 * at.hour + at.minute), (27, each["start"]))

    def test_the_shop_s_durations_are_what_it_is_planned_by(self):
        items = self.client.get("/api/shop/durations").json["items"]
        slow = [{**i, "minutes": 60} if i["name"] == "restore" else i for i in items]
        self.assertEqual(self.client.put("/api/shop/durations", json={"items": slow}).status_code, 200)
        self.assertEqual(self.planned(ROW)[-1]["days"]["dark_minutes"], 128 + 45)

    def test_a_task_that_is_held_somewhere_says_how_dark_it_would_be(self):
        pins = [{"task": "switch-off-and-prove", "day": 1, "start": 660}]
        cost = lambda: self.client.post("/api/day/cost", json={"job": {**ROW, "day": {**ROW["day"], "changes": pins}}})  # noqa: E731
        self.assertEqual(cost().json["dark_minutes"], 128)
        # Restored at two: three hours from eleven, and its own quarter of an hour.
        pins.append({"task": "restore", "day": 1, "start": 840})
        self.assertEqual(cost().json, {"dark_minutes": 195, "least_dark": 195})
        pins[1] = {"task": "restore", "day": 1, "start": 700}
        self.assertIsNone(cost().json["dark_minutes"])

    def test_a_search_is_stopped_by_its_name(self):
        tasks = [
            {"id": f"t{i}", "name": "Work", "minutes": 11 + 7 * i % 31, "crew": 1 + i % 2, "power": "off"}
            for i in range(18)
        ]
        job = {**ROW, "day": {"people": ["A", "B", "C"], "days": 5, "own": tasks}}
        answer = self.client.post("/api/day", json={"job": job, "seconds": 40, "search": "mine"}, buffered=False)
        lines = (json.loads(line) for line in answer.response if line.strip())
        self.assertIsNotNone(next(lines)["dark_minutes"])
        self.assertTrue(self.client.post("/api/day/stop", json={"search": "mine"}).json["stopped"])
        started = time.monotonic()
        last = list(lines)[-1]["days"]
        self.assertLess(time.monotonic() - started, 20)
        self.assertTrue(last["tasks"])
        self.assertFalse(self.client.post("/api/day/stop", json={"search": "mine"}).json["stopped"])

    def test_what_cannot_be_planned_says_why(self):
        short = {**ROW, "day": {**ROW["day"], "evening": 500}}
        said = self.planned(short)[-1]["days"]
        self.assertEqual(said["tasks"], [])
        self.assertIn("days at least", said["trouble"])
        state = self.client.post("/api/jobs", json=ROW).json
        refused = self.client.get(f"/api/day/{state['id']}/days.ics")
        self.assertEqual((refused.status_code, refused.json["problems"][0]["pointer"]), (422, "/day/first"))
        wrong = self.client.post("/api/jobs", json={**ROW, "day": {"morning": 600, "evening": 610}})
        self.assertIn("an hour long", json.dumps(wrong.json))
