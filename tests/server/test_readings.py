"""Readings over the wire: kept, corrected, judged; by CSV; from instruments that do what they should not."""

import csv
import io
import json
import os
import socket
import socketserver
import subprocess
import sys
import tempfile
import threading
from contextlib import suppress
from pathlib import Path

from northspan.demo.library import demo_jobs
from northspan.instruments.line import Shown
from northspan.instruments.simulated.listening import listening
from northspan.server.started.wiring import INSTRUMENTS_FOLDER
from tests.server.harness import ServerTest

JOB = demo_jobs()["juniper-bend"].model_dump(mode="json")
READING = {
    "what": "amps",
    "at": "house-feeder",
    "part": "all",
    "value": 10.1,
    "by": "R. Vale",
    "on": "2026-11-02T10:05",
    "load": "these",
    "share": 1.0,
}


class Says(socketserver.BaseRequestHandler):
    """Whatever is asked, it says its words."""

    words = b""

    def handle(self):
        self.request.recv(600)
        with suppress(OSError):
            self.request.sendall(self.words)


class Readings(ServerTest):
    def setUp(self):
        super().setUp()
        self.state = self.client.post("/api/jobs", json=JOB).json
        self.where = f"/api/readings/{self.state['id']}"

    def told(self, practice=""):
        body = {"job": self.state["job"], "job_id": self.state["id"], "practice": practice}
        return self.client.post("/api/readings", json=body).json

    def test_a_reading_is_judged_explained_and_corrected_never_overwritten(self):
        self.assertEqual(self.client.post(self.where, json=READING).json, {"number": 1})
        (entry,) = self.told()["readings"]
        self.assertEqual((entry["judged"]["verdict"], entry["unit"], entry["standing"]), ("far", "A", True))
        suspects = self.told()["finding"]["suspects"]
        (sound,) = (each for each in suspects if each["key"] == "none")
        # Ten amperes that do not come home by the wires are nothing that loads do.
        self.assertLess(sound["chance"], 0.1)
        self.assertFalse(suspects[0]["harmless"])
        self.assertEqual(self.client.post(self.where, json={**READING, "value": 1.7, "corrects": 1}).json["number"], 2)
        told = self.told()
        self.assertEqual([e["standing"] for e in told["readings"]], [False, True])
        self.assertEqual([e["measured"]["value"] for e in told["readings"]], [10.1, 1.7])
        self.assertEqual((told["finding"]["readings"], told["many"]), ([2], 2))
        elsewhere = self.client.post("/api/jobs", json=JOB).json["id"]
        refused = self.client.post(f"/api/readings/{elsewhere}", json={**READING, "corrects": 1})
        self.assertEqual(refused.json["problems"][0]["pointer"], "/corrects")

    def test_what_arrives_twice_under_a_key_is_kept_once(self):
        keyed, earth = {**READING, "key": "a1-b2"}, {**READING, "what": "electrode", "at": "studio", "part": "fall"}
        self.assertEqual([self.client.post(self.where, json=keyed).json["number"] for _ in "ab"], [1, 1])
        # However many tabs send it at once.
        answers = []

        def send():
            answers.append(self.client.application.test_client().post(self.where, json={**earth, "key": "c3"}).json)

        threads = [threading.Thread(target=send) for _ in range(6)]
        [thread.start() for thread in threads]
        [thread.join() for thread in threads]
        self.assertEqual({each["number"] for each in answers}, {2})
        looks = f"/api/inspection/{self.state['id']}/looks"
        tick = {"item": "change/main-off", "state": "done", "by": "R. Vale", "on": "2026-11-02", "key": "d4"}
        for _ in range(2):
            self.assertEqual(self.client.post(looks, json=tick).status_code, 200)
        self.assertEqual(len(self.client.get(looks).json["looks"]), 1)
        # Another job has keys of its own, and what has none is sent as often as it comes.
        other = self.client.post("/api/jobs", json=JOB).json["id"]
        self.assertEqual(self.client.post(f"/api/readings/{other}", json=keyed).json["number"], 3)
        self.assertEqual([self.client.post(self.where, json=READING).json["number"] for _ in "ab"], [4, 5])

    def test_bad_input_is_refused_at_its_field(self):
        for change, pointer in (
            ({"at": "nowhere"}, "/at"), ({"part": "lid"}, "/part"),
            ({"value": None}, "/value"), ({"value": -1}, "/value"), ({"on": "2199-01-01T10:00"}, "/on"),
            ({"calibrated": "2199-01-01"}, "/calibrated"),
            ({"by": " "}, "/by"), ({"on": "today"}, "/on"), ({"photo": 9}, "/photo"), ({"share": 7}, "/share"),
            ({"share": None}, "/share"), ({"load": "off"}, "/share"), ({"load": "some"}, "/load"),
            ({"load": "main-off", "share": None, "extra_a": 5, "extra_at": "house-panel"}, "/extra_a"),
            ({"extra_a": 5}, "/extra_at"), ({"extra_a": 5, "extra_at": "moon"}, "/extra_at"),
            ({"load": "main-off", "share": None, "part": "a"}, "/what"),
            ({"fall": {"far": 50, "points": [[10, 3]]}}, "/fall"),
            ({"what": "electrode", "at": "studio", "part": "fall", "fall": {"far": 50, "points": [[60, 3]]}},
             "/fall/points"),
        ):  # fmt: skip
            answer = self.client.post(self.where, json={**READING, **change})
            self.assertEqual(answer.status_code, 422, change)
            self.assertEqual(answer.json["problems"][0]["pointer"], pointer)
        self.assertEqual(self.told()["many"], 0)

    def test_a_csv_is_taken_in_and_its_bad_lines_are_named(self):
        rows = ["what;at;part;value;by;when;soil;note"]
        rows += [f"volts;Studio panel;a-n;11{i % 9},5;R. Vale;2026-11-0{i % 9 + 1}T08:00;damp;=1+1" for i in range(300)]
        rows[5] = "volts;Studio panel;a-n;much;R. Vale;2026-11-01T08:00;;"
        rows[9] = "volts;Moon;a-n;1;R. Vale;2026-11-01T08:00;;"
        body = "\n".join(rows).replace(",5;", ".5;")
        kept = self.client.post(f"{self.where}/csv", data=body, headers={"Content-Type": "text/csv"}).json
        self.assertEqual((kept["kept"], [b["line"] for b in kept["broken"]]), (298, [6, 10]))
        self.assertIn("must be a number", kept["broken"][0]["words"])
        told = self.told()
        self.assertEqual((told["many"], len(told["readings"])), (298, 200))
        out = list(csv.reader(io.StringIO(self.client.get(f"{self.where}/readings.csv").data.decode("utf-8-sig"))))
        lines = [row for row in out if row[3:4] == ["Studio panel: hot A to neutral"]]
        self.assertEqual(len(lines), 298)
        self.assertEqual(lines[0][9], "'=1+1")
        refused = self.client.post(f"{self.where}/csv", data="a,b\n1,2", headers={"Content-Type": "text/csv"})
        self.assertIn("must name the columns", str(refused.json))

    def measured(self, **change):
        body = {"job": self.state["job"], "what": "amps", "at": "house-feeder", "part": "neutral", **change}
        return self.client.post("/api/instruments/measure", json=body)

    def test_the_simulated_instruments_read_the_property(self):
        shown = self.measured().json
        expected = next(
            s for s in self.told()["readable"] if (s["what"], s["at"], s["part"]) == ("amps", "house-feeder", "neutral")
        )
        self.assertEqual(shown["unit"], expected["unit"])
        # What the job computes there is 63.2 A. What runs on the circuits of the simulated house moves it by 3 A, and
        # the meter is within five of its 2 %.
        self.assertAlmostEqual(shown["value"], 63.2, delta=10.0)
        curve = self.measured(what="electrode", at="press", part="fall", far=150).json["fall"]
        body = {
            **READING,
            "what": "electrode",
            "at": "press",
            "part": "fall",
            "value": None,
            "fall": curve,
            "lifted": True,
        }
        kept = self.client.post(self.where, json=body)
        self.assertEqual(kept.status_code, 200)
        (entry,) = self.told()["readings"]
        self.assertEqual(entry["judged"]["verdict"], "as-expected")
        self.assertEqual(entry["fall"], curve)
        self.assertIn("Press house", entry["drawn"]["shapes"][0]["words"])
        self.assertIn("far off", self.measured(what="electrode", at="press", part="fall").json["problems"][0]["words"])

    def test_an_instrument_that_misbehaves_is_told_in_words_and_harms_nothing(self):
        said = {"nonsense": b"\xff\xfe\n", "flood": b"ok " + b"9" * 200_000, "half": b"ok 3.1", "no": b"no not there\n",
                "number": b"ok plenty A\n", "less": b"ok -3 A\n", "bare": b"ok 3.1\n", "volts": b"ok 3.1 V\n",
                "comma": b"ok 3,1 A\n", "over": b"ok OL A\n", "date": b"ok Clamp; calibrated last year\n"}  # fmt: skip
        for kind, words in said.items():
            handler = type("Handler", (Says,), {"words": words})
            with socketserver.TCPServer(("127.0.0.1", 0), handler) as server:
                threading.Thread(target=server.serve_forever, daemon=True).start()
                answer = self.measured(source={"kind": "port", "port": server.server_address[1]})
                server.shutdown()
            with self.subTest(kind=kind):
                self.assertEqual(answer.status_code, 422)
                self.assertTrue(answer.json["problems"][0]["words"].startswith("The instrument: "), answer.json)
                self.assertEqual("floods" in str(answer.json), kind == "flood")
        with socket.socket() as silent:
            silent.bind(("127.0.0.1", 0))
            silent.listen()
            answer = self.measured(source={"kind": "port", "port": silent.getsockname()[1]})
            self.assertIn("nothing came", answer.json["problems"][0]["words"])
            gone = silent.getsockname()[1]
        self.assertIn(
            "nothing answers", self.measured(source={"kind": "port", "port": gone}).json["problems"][0]["words"]
        )

    def test_an_instrument_on_a_port_and_one_that_writes_a_file(self):
        class Rule:
            name, calibrated = "Clamp of the shop", "2026-05-04"

            def read(self, what, options):
                return Shown(61500.0 if what == ("amps", "house-feeder", "neutral") else 0.0, "mA")

        with listening(Rule(), 0) as server:
            threading.Thread(target=server.serve_forever, daemon=True).start()
            shown = self.measured(source={"kind": "port", "port": server.server_address[1]}).json
            server.shutdown()
        self.assertEqual(
            (shown["value"], shown["name"], shown["calibrated"]), (61.5, "Clamp of the shop", "2026-05-04")
        )
        with tempfile.TemporaryDirectory() as folder:
            self.client.application.config[INSTRUMENTS_FOLDER] = Path(folder)
            (Path(folder) / "wrench.txt").write_text("ok 12.5 A\nok 13500 mA\nok 99")
            self.assertEqual(self.measured(source={"kind": "file", "file": "wrench"}).json["value"], 13.5)
            os.mkfifo(Path(folder) / "pipe.txt")
            piped = self.measured(source={"kind": "file", "file": "pipe"})
            self.assertIn("is no file", piped.json["problems"][0]["words"])
            lost = self.measured(source={"kind": "file", "file": "none"})
            self.assertIn("no file none.txt", lost.json["problems"][0]["words"])
        self.assertEqual(self.measured(source={"kind": "file", "file": "../etc"}).status_code, 422)

    def test_a_simulated_instrument_listens_on_a_port_of_its_own(self):
        with tempfile.NamedTemporaryFile("w", suffix=".json") as file:
            json.dump(JOB, file)
            file.flush()
            command = [sys.executable, "-m", "northspan.cli", "instrument", "clamp", file.name]
            with subprocess.Popen(command, stdout=subprocess.PIPE, text=True) as meter:
                try:
                    port = int(meter.stdout.readline().split()[-1])
                    shown = self.measured(source={"kind": "port", "port": port}).json
                    self.assertEqual((shown["name"], shown["unit"]), ("clamp, simulated", "A"))
                    self.assertAlmostEqual(shown["value"], 63.2, delta=10.0)
                    refused = self.measured(part="lid", source={"kind": "port", "port": port})
                    self.assertIn("cannot be put there", str(refused.json))
                finally:
                    meter.kill()

    def test_a_round_of_practice_is_found_and_stays_apart(self):
        practice = "round-14"
        own = self.client.post(f"{self.where}?practice={practice}", json=READING)
        self.assertIn("on a copy", own.json["problems"][0]["words"])
        self.assertFalse(self.state["practice"])
        self.state = self.client.post(f"/api/jobs/{self.state['id']}/practice").json
        self.assertEqual((self.state["practice"], self.state["name"]), (True, "Juniper Bend (practice)"))
        self.where = f"/api/readings/{self.state['id']}"
        truth = self.client.post(
            "/api/instruments/practice", json={"job": self.state["job"], "practice": practice}
        ).json
        for _ in range(8):
            following = self.told(practice)["finding"]["next"]
            if following is None:
                break
            spot = {k: following[k] for k in ("what", "at", "part")}
            value = self.measured(practice=practice, **spot).json["value"]
            answer = self.client.post(f"{self.where}?practice={practice}", json={**READING, **spot, "value": value})
            self.assertEqual(answer.status_code, 200)
        told = self.told(practice)["finding"]["suspects"]
        likely = [s["key"] for s in told[:3]]
        self.assertIn(truth["key"], likely)
        self.assertEqual(self.told()["many"], 0)

    def test_what_was_measured_goes_on_its_sheets(self):
        self.client.post(self.where, json=READING)
        self.client.post(
            self.where, json={**READING, "what": "torque", "at": "studio-panel", "part": "line", "value": 250}
        )
        for sheet, words in (("tests", "far off"), ("torque", "250 lb·in")):
            body = {"job": self.state["job"], "job_id": self.state["id"], "show": sheet}
            pages = self.client.post("/api/packet", json=body).json["pages"]
            self.assertIn(words, {s["words"] for page in pages for s in page["shapes"]}, sheet)

    def test_outside_desks_answer(self):
        # Whatever a desk is offered to be asked it answers.
        for each in self.client.get("/api/instruments/desks").json["questions"]:
            body = {"job": self.state["job"], "desk": each["desk"], "words": each["line"]}
            answered = self.client.post("/api/instruments/desk", json=body)
            self.assertEqual(answered.status_code, 200, each)
            self.assertRegex(answered.json["words"], r"\d|[a-z] [a-z]")

        def ask(desk, words):
            body = {"job": self.state["job"], "desk": desk, "words": words}
            return self.client.post("/api/instruments/desk", json=body).json

        self.assertEqual(ask("utility", "transformer")["words"], "25 kVA")
        self.assertRegex(ask("utility", "window")["words"], r"^\d{4}-\d\d-\d\d \d\d:00 \d\d:00$")
        self.assertEqual(ask("inspectors", "corrections final"), ask("inspectors", "corrections final"))
        self.assertRegex(ask("supply", "price wire cu 6")["words"], r"^\d+\.\d+ \$$")
        self.assertRegex(ask("logger", "load minute=1110")["words"], "kVA$")
        self.assertIn("it answers", ask("utility", "the moon")["problems"][0]["words"])

    def test_the_logbook_tells_a_job_s_history_and_answers_over_all_of_them(self):
        self.client.post(self.where, json=READING)
        self.client.post(self.where, json={**READING, "value": 1.7, "corrects": 1, "on": "2026-11-02T10:09"})
        look = {
            "item": "x/1",
            "state": "correction",
            "words": "strap the pipe",
            "by": "Inspector Lund",
            "on": "2026-11-03",
        }
        self.client.post(f"/api/inspection/{self.state['id']}/looks", json=look)
        events = self.client.get(f"/api/logbook/{self.state['id']}").json["events"]
        self.assertEqual({e["kind"] for e in events}, {"planned", "measured", "corrected", "found"})
        self.assertEqual(events, sorted(events, key=lambda e: e["at"], reverse=True))
        earth = {**READING, "what": "electrode", "part": "fall", "soil": "damp", "lifted": True}
        for at, value in (("studio", 19.0), ("studio", 31.0), ("house", 22.0)):
            self.client.post(self.where, json={**earth, "at": at, "value": value})

        def found(**asked):
            return self.client.post("/api/logbook/search", json=asked).json

        self.assertEqual((found()["many"], found()["jobs"]), (3, 1))
        (row,) = found(soil="clay", most=25)["rows"]
        self.assertEqual((row["where"], row["measured"], row["state"]), ("Ceramics studio", 19.0, "damp"))
        self.assertEqual(found(since="2027-01-01")["many"], 0)
        # What the shop knows of a soil does not hang on what is looked for.
        self.assertEqual(found(since="2027-01-01")["bands"], found()["bands"])
        self.assertTrue(found()["bands"])
        self.assertEqual(len(found()["drawn"]), 2)
        at = {**earth, "at": "house", "value": 21.0, "corrects": self.told()["readings"][-1]["measured"]["number"]}
        self.client.post(self.where, json=at)
        self.assertEqual(sorted(r["measured"] for r in found()["rows"]), [19.0, 21.0, 31.0])
        (asked,) = found(kind="corrections", by="lund")["rows"]
        self.assertIn("strap the pipe", asked["words"])
        # What was read with the neutral on tells of no soil; what is read for practice is on nobody's record.
        (clay,) = (band["readings"] for band in found()["bands"] if band["soil"] == "clay")
        self.client.post(self.where, json={**earth, "at": "studio", "value": 3.0, "lifted": False})
        copy = self.client.post(f"/api/jobs/{self.state['id']}/practice").json["id"]
        self.client.post(f"/api/readings/{copy}", json={**earth, "at": "studio", "value": 19.0})
        self.assertEqual(found()["many"], 4)
        self.assertIn(clay, [band["readings"] for band in found()["bands"] if band["soil"] == "clay"])
        # A job that changes afterwards changes nothing of what was read in it.
        before = found()["rows"]
        patch = [{"op": "replace", "path": "/places/1/soil", "value": "sand"}]
        version = {"If-Match": str(self.state["version"])}
        self.assertEqual(
            self.client.patch(f"/api/jobs/{self.state['id']}", json=patch, headers=version).status_code, 200
        )
        self.assertEqual(found()["rows"], before)
        self.client.put(f"/api/jobs/{self.state['id']}/shelf/deleted")
        self.assertEqual(found()["many"], 0)
