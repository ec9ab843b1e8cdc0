"""Files as they come from other programs, and files made to harm: read, or refused in words, within bounds."""

import json
from datetime import datetime, timedelta

from tests.server.harness import ServerTest

PRICES = "name,unit,price,dated\r"


class ClumsyFiles(ServerTest):
    def prices(self, data):
        return self.client.post("/api/shop/prices/import", data=data)

    def listed(self):
        answer = self.client.get("/api/shop/prices")
        self.assertEqual(answer.status_code, 200)
        return {i["name"]: i["price"] for i in answer.json["items"]}

    def test_lone_carriage_returns_and_other_characters_are_read(self):
        row = "wire für Küche,ft,1.5,2026-01-01"
        for data in (
            f"{PRICES}{row}\r".encode(),
            f"{PRICES}{row}".encode("utf-16"),
            f"{PRICES}{row}".encode("cp1252"),
            f"\ufeff{PRICES}{row}".replace(",", ";").replace("\r", "\r\n").encode(),
        ):
            with self.subTest(data=data[:12]):
                self.assertEqual(self.prices(data).json["broken"], [])
                self.assertEqual(self.listed()["wire für Küche"], 1.5)

    def test_what_cannot_be_read_is_refused_with_its_line(self):
        open_quote = f'{PRICES}a,ft,1,2026-01-01\r"' + "x" * 140_000
        for data, line in (
            (open_quote.encode(), "Line 3"),
            (f"{PRICES}\0".encode(), "Line 2"),
            (b"a\n\x81\x8d", "Line 2"),
        ):
            answer = self.prices(data)
            self.assertEqual(answer.status_code, 422)
            self.assertIn(line, answer.json["problems"][0]["words"])
        survey = self.client.post("/api/surveys", data=open_quote.encode())
        self.assertEqual(survey.status_code, 422)
        news = self.client.post("/api/recordings", data=open_quote.replace(PRICES, "time,kW\r").encode())
        self.assertIn("Line 3", json.loads(news.text.splitlines()[-1])["trouble"])

    def test_a_list_stays_within_what_it_can_give_back(self):
        before = self.listed()
        rows = PRICES + "\r".join(f"part {n},ft,1,2026-01-01" for n in range(20_001))
        answer = self.prices(rows.encode())
        self.assertEqual(answer.status_code, 422)
        self.assertIn("up to 20,000 rows", answer.json["problems"][0]["words"])
        self.assertEqual(self.listed(), before)

    def test_broken_rows_are_named_up_to_a_hundred(self):
        rows = PRICES + "\r".join(f"part {n},yard,1,2026-01-01" for n in range(700))
        broken = self.prices(rows.encode()).json["broken"]
        self.assertEqual(len(broken), 101)
        self.assertEqual(broken[-1], {"line": 102, "words": "and 600 broken rows from here on"})

    def test_formulas_leave_as_text_and_come_back_as_they_were(self):
        items = [{"name": "=HYPERLINK(1)", "unit": "ft", "price": 1, "dated": "2026-01-01"}]
        self.assertEqual(self.client.put("/api/shop/prices", json={"items": items}).status_code, 200)
        out = self.client.get("/api/shop/prices.csv").data
        self.assertIn(b"\r\n'=HYPERLINK", out)
        self.assertEqual(self.prices(out).json["replaced"], 1)
        self.assertEqual(list(self.listed()), ["=HYPERLINK(1)"])

    def test_a_recording_by_the_minute_is_larger_than_any_job_and_is_read(self):
        start = datetime(2025, 1, 1)
        rows = [f"{start + timedelta(minutes=n):%m/%d/%Y %H:%M},{n % 1440 / 100}" for n in range(220_000)]
        answer = self.client.post("/api/recordings", data="\n".join(["time,kW", *rows]).encode())
        found = json.loads(answer.text.splitlines()[-1])["recording"]
        self.assertGreater(sum(map(len, rows)), 4_200_000)
        self.assertEqual((found["rows"], found["interval_minutes"], found["broken"]), (220_000, 1.0, []))
        # The last quarter hour of every day: 14.25 to 14.39 kW.
        self.assertAlmostEqual(found["peak_va"], 14_320.0)

    def test_tracks_are_bounded(self):
        zigzag = [[-80 + n * 1e-5, 40 + (n % 2) * 1e-3] for n in range(4000)]
        for points, words in (
            (zigzag, "more than 200 bends"),
            ([[-80, 40]] * 60_000, "up to 50,000"),
            ([[10**400, 40], [1, 2]], "no longitude"),
        ):
            answer = self.client.post("/api/tracks", json={"type": "LineString", "coordinates": points})
            self.assertEqual(answer.status_code, 422)
            self.assertIn(words, answer.json["problems"][0]["words"])

    def test_faults_without_number_are_named_up_to_a_hundred(self):
        for many, count in ((300_000, 1), (400, 101)):
            for path in ("/api/jobs", "/api/jobs/import"):
                answer = self.client.post(path, json={"name": "x", "runs": [{}] * many})
                self.assertEqual(answer.status_code, 422)
                self.assertEqual(len(answer.json["problems"]), count)
        self.assertIn("holds 300,000", self.client.post("/api/jobs", json={"name": "x", "runs": [{}] * 300_000}).text)
        steps = self.client.patch(f"/api/jobs/{'0' * 32}", json=[{}] * 300_000, headers={"If-Match": '"1"'})
        self.assertIn("up to 500", steps.text)
