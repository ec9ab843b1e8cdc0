"""The packet over the wire: looked at, taken as files, issued and kept; what inspectors found."""

import base64
import io
import json
import zipfile

from PIL import Image

from northspan.core.document.file import parse_text
from northspan.demo.library import demo_jobs
from tests.core.made.jobs import document
from tests.server.harness import ServerTest


def picture(kind="PNG", size=(40, 30), **more):
    made = io.BytesIO()
    Image.new("RGB", size, (90, 60, 30)).save(made, kind, **more)
    return made.getvalue()


PNG = picture()


class Packets(ServerTest):
    def made(self, job_id, issue):
        answer = self.client.post(f"/api/packet/{job_id}/made", json={"issue": issue})
        self.assertEqual(answer.mimetype, "application/x-ndjson")
        return [json.loads(line) for line in answer.data.decode().splitlines()]

    def look_at(self, state, show="one-line"):
        return self.client.post("/api/packet", json={"job": state["job"], "job_id": state["id"], "show": show}).json

    def test_a_sheet_leaves_in_each_format_whatever_the_job_is_called(self):
        state = self.create(name='../"=1+1" <b>', **{"stations/2/name": "<script>alert(1)</script>"})
        words = {s["words"] for s in self.look_at(state)["pages"][0]["shapes"] if s["kind"] == "words"}
        self.assertIn("<script>alert(1)</script>", words)
        for ending, starts in (("pdf", b"%PDF"), ("svg", b"<svg"), ("dxf", b"  0")):
            got = self.client.get(f"/api/packet/{state['id']}/one-line.{ending}")
            self.assertEqual((got.status_code, got.data[: len(starts)]), (200, starts))
            self.assertRegex(got.headers["Content-Disposition"], rf'filename="[a-z0-9-]+\.{ending}"$')
            self.assertFalse(ending == "svg" and b"<script>" in got.data)
        gone = self.client.get(f"/api/packet/{state['id']}/one-line.svg?page=2")
        self.assertEqual((gone.status_code, gone.json["problems"][0]["words"]), (422, "there are 1 of them"))
        self.assertEqual(self.client.get(f"/api/packet/{state['id']}/boxes.pdf").status_code, 422)

    def test_what_went_out_stays_as_it_was_and_what_changed_is_barred(self):
        state = self.create()
        news = self.made(state["id"], True)
        self.assertEqual(news[-1]["issued"], "A")
        self.assertGreater(sum(bool(each["sheet"]) for each in news), 10)
        done = [each["done"] for each in news]
        self.assertEqual(done, sorted(done))
        first = self.client.get(f"/api/packet/{state['id']}/issued/A.zip").data
        packed = zipfile.ZipFile(io.BytesIO(first))
        names = set(packed.namelist())
        self.assertLessEqual({"job.json", "packet.pdf", "one-line-1.dxf", "loads.csv", "inspection.pdf"}, names)
        self.assertFalse({n for n in names if n.startswith(("materials", "calculation"))})
        self.assertEqual(parse_text(packed.read("job.json")).name, state["job"]["name"])
        same = self.look_at(state)
        self.assertEqual((same["revision"], same["changes"]), ("B", []))
        self.assertEqual({s["changed"] for s in same["sheets"]}, {0})
        renamed = self.edit(state, "/stations/2/name", "Loom house", op="replace").json
        now = self.look_at(renamed)
        on_it = [c for c in now["changes"] if c["sheet"] == "one-line"]
        self.assertEqual([c["now"].split(" · ")[0] for c in on_it], ["Loom house"])
        bars = [s for p in now["pages"] for s in p["shapes"] if s["layer"] == "changes"]
        self.assertEqual(len(bars), 1)
        self.assertEqual(self.made(state["id"], True)[-1]["issued"], "B")
        self.assertEqual(self.client.get(f"/api/packet/{state['id']}/issued/A.zip").data, first)
        self.assertEqual(self.client.get(f"/api/packet/{state['id']}/issued/C.zip").status_code, 404)

    def test_a_draft_holds_the_ticked_sheets_and_issues_nothing(self):
        made = document(packet={"left_out": ["cover", "loads", "calculation"], "paper": "a4"})
        state = self.client.post("/api/jobs", json=made).json
        last = self.made(state["id"], False)[-1]
        names = zipfile.ZipFile(io.BytesIO(base64.b64decode(last["packed"]))).namelist()
        self.assertIn("materials.pdf", names)
        self.assertFalse({n for n in names if n.startswith(("cover", "loads", "calculation"))})
        found = self.look_at(state)
        self.assertEqual((found["issued"], found["pages"][0]["width"]), ([], 297.0))
        self.assertEqual({s["name"] for s in found["sheets"] if not s["ticked"]}, {"cover", "loads", "calculation"})

    def test_the_demo_job_says_what_is_open_and_what_we_answer(self):
        job = demo_jobs()["juniper-bend"].model_dump(mode="json")
        found = self.client.post("/api/packet", json={"job": job}).json
        key = found["findings"][0]["key"]
        job["packet"]["answers"] = [{"finding": key, "words": "agreed"}]
        answered = self.client.post("/api/packet", json={"job": job, "show": "findings"}).json
        self.assertEqual(answered["findings"][0]["answer"], "agreed")
        words = {s["words"] for p in answered["pages"] for s in p["shapes"]}
        self.assertIn("agreed", words)
        self.assertEqual(dict(found["summary"])["Cover"], "12 to 24 in")


class Inspections(ServerTest):
    def listed(self, state):
        return self.client.post("/api/inspection", json={"job": state["job"], "job_id": state["id"]}).json

    def test_what_was_found_is_kept_with_all_that_was_found_before(self):
        state = self.create()
        item = self.listed(state)["items"][0]["item"]["key"]
        photos, looks = (f"/api/inspection/{state['id']}/{what}" for what in ("photos", "looks"))
        raw = {"content_type": "application/octet-stream"}
        self.assertEqual(self.client.post(photos, data=b"<svg onload=x>", **raw).status_code, 422)
        photo = self.client.post(photos, data=PNG, **raw).json["photo"]
        got = self.client.get(f"{photos}/{photo}")
        self.assertEqual(got.mimetype, "image/png")
        self.assertEqual(Image.open(io.BytesIO(got.data)).tobytes(), Image.open(io.BytesIO(PNG)).tobytes())
        # What begins like a photo and is none; one that says where it was taken, lying on its side and far too large.
        self.assertEqual(self.client.post(photos, data=PNG[:30] + b"0" * 40, **raw).status_code, 422)
        exif = Image.Exif()
        exif[0x0112], exif.get_ifd(0x8825)[1] = 6, "N"
        large = self.client.post(photos, data=picture("JPEG", (4800, 60), exif=exif), **raw).json["photo"]
        kept = Image.open(io.BytesIO(self.client.get(f"{photos}/{large}").data))
        self.assertEqual((kept.size, dict(kept.getexif())), ((30, 2400), {}))
        body = {"item": item, "state": "correction", "words": " ", "by": "R. Vale", "on": "2026-11-20", "photo": photo}
        said = self.client.post(looks, json=body)
        self.assertEqual((said.status_code, said.json["problems"][0]["pointer"]), (422, "/words"))
        self.assertEqual(self.client.post(looks, json={**body, "words": "label it"}).status_code, 200)
        self.assertEqual(self.client.post(looks, json={**body, "words": "x", "photo": 99}).status_code, 422)
        self.assertEqual(self.client.post(looks, json={**body, "state": "done", "photo": None}).status_code, 200)
        entry = self.listed(state)["items"][0]
        self.assertEqual((entry["looked"]["state"], entry["times"]), ("done", 2))
        other = self.create()
        self.assertIsNone(self.listed(other)["items"][0]["looked"])
        self.assertEqual(self.client.get(f"/api/inspection/{other['id']}/photos/{photo}").status_code, 404)
        gone = {**state, "job": document(stations=[], runs=[], places=[])}
        self.assertEqual([g["state"] for g in self.listed(gone)["gone"]], ["done"])

    def test_a_correction_is_watched_for_on_every_new_job(self):
        watched = {"rule": "breaker", "stage": "final", "words": "torque marks on every screw", "section": "110.14(D)"}
        for _ in range(2):
            self.assertEqual(self.client.post("/api/inspection/watched", json=watched).status_code, 200)
        (known,) = self.client.get("/api/inspection/watched").json["watched"]
        state = self.create()
        self.assertEqual(state["job"]["house_rules"]["watched"], [watched])
        said = [e["item"]["look_for"] for e in self.listed(state)["items"]]
        self.assertEqual(sum("torque marks" in each for each in said), 2)
        self.client.delete(f"/api/inspection/watched/{known['number']}")
        self.assertEqual(self.create()["job"]["house_rules"]["watched"], [])
