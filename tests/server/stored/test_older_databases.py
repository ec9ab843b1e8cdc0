"""A database that an earlier program made is opened by this one, with all that is in it."""

import gzip
import io
import json
import tempfile
import unittest
import zipfile
from pathlib import Path

from PIL import Image

from northspan.server.app import create_app

# Made by the program of that day: the demo jobs with their readings, one of them edited, undone, photographed with the
# place in the photo, looked at, ticked, read and corrected, and issued.
KEPT = sorted((Path(__file__).parent / "databases").glob("*.sqlite.gz"))


class OlderDatabases(unittest.TestCase):
    def test_each_opens_with_every_revision_reading_photo_and_packet(self):
        self.assertTrue(KEPT)
        for packed in KEPT:
            with self.subTest(packed.name), tempfile.TemporaryDirectory() as folder:
                path = Path(folder) / "jobs.sqlite"
                path.write_bytes(gzip.decompress(packed.read_bytes()))
                client = create_app(f"sqlite:///{path}").test_client()
                jobs = {each["name"]: each["id"] for each in client.get("/api/jobs").json["jobs"]}
                self.assertEqual(set(jobs), {"Tamarack Row", "Juniper Bend", "Cobalt Street"})
                job = jobs["Tamarack Row"]
                state = client.get(f"/api/jobs/{job}").json
                self.assertEqual((state["fault"], state["problems"]), ("", []))
                self.assertEqual((state["job"]["note"], state["can_redo"]), ("As the owner asked for it", True))
                again = client.post(f"/api/jobs/{job}/redo", headers={"If-Match": str(state["version"])}).json
                self.assertEqual(again["name"], "Tamarack Row, east")
                for _ in range(3):
                    again = client.post(f"/api/jobs/{job}/undo", headers={"If-Match": str(again["version"])}).json
                self.assertFalse(again["can_undo"])
                told = client.post("/api/readings", json={"job": state["job"], "job_id": job}).json
                self.assertEqual(told["many"], 10)
                first, second = (each["measured"] for each in told["readings"][-2:])
                self.assertEqual(
                    (first["value"], second["corrects"], first["ran"]["load"]), (119.5, first["number"], "these")
                )
                # Nobody said what ran with the other: it was never a hundred percent because nobody was asked.
                self.assertEqual(second["ran"]["load"], "untold")
                photo = client.get(f"/api/inspection/{job}/photos/1").data
                self.assertNotIn(b"Exif", photo)
                self.assertEqual(
                    (Image.open(io.BytesIO(photo)).size, dict(Image.open(io.BytesIO(photo)).getexif())), ((64, 48), {})
                )
                found = client.get(f"/api/logbook/{job}").json["events"]
                self.assertIn("strap the pipe", json.dumps(found))
                self.assertIn("main-off", json.dumps(found))
                self.assertIn("handed-over", {each["kind"] for each in found})
                issued = client.get(f"/api/packet/{job}/issued/A.zip").data
                self.assertGreater(len(zipfile.ZipFile(io.BytesIO(issued)).namelist()), 20)
                # Readings of electrodes tell what they tell without being asked for one by one.
                self.assertEqual(client.post("/api/logbook/search", json={}).json["many"], 6)


if __name__ == "__main__":
    unittest.main()
