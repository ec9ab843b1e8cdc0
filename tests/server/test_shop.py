"""The shop's lists and recordings over the API."""

import json
from concurrent.futures import ThreadPoolExecutor

from northspan.shop.csv_lists import read_list
from tests.server.harness import ServerTest


class Lists(ServerTest):
    def items(self, name):
        return {i["name"]: i for i in self.client.get(f"/api/shop/{name}").json["items"]}

    def test_shipped_lists_are_there_and_edits_stay(self):
        catalogue = self.client.get("/api/shop/catalogue").json
        self.assertEqual({i["va"] for i in catalogue["items"] if i["name"].startswith("Vehicle charger, 48")}, {11520})
        catalogue["items"] = [{"name": "Anvil heater", "kind": "other", "across": "neutral", "amps": 9.5}]
        self.assertEqual(self.client.put("/api/shop/catalogue", json=catalogue).status_code, 200)
        self.client = self.start()
        self.assertEqual(list(self.items("catalogue")), ["Anvil heater"])
        self.assertEqual(self.client.put("/api/shop/prices", json={"items": []}).status_code, 200)
        self.assertEqual(self.items("prices"), {})

    def test_a_csv_is_laid_over_a_list(self):
        before = self.items("prices")
        text = (
            "name,unit,price,dated\r\nwire cu 6,ft,9.99,2026-11-01\r\nwire cu 6,ft,1,2026-11-01\r\n"
            "gold bar,each,5000,2026-11-01\r\nsilver,each,cheap,2026-11-01\r\n"
        )
        news = self.client.post("/api/shop/prices/import", data=text.encode()).json
        self.assertEqual((news["added"], news["replaced"]), (1, 1))
        self.assertEqual([b["line"] for b in news["broken"]], [3, 5])
        after = self.items("prices")
        self.assertEqual((after["wire cu 6"]["price"], after["gold bar"]["price"]), (9.99, 5000))
        self.assertEqual(len(after), len(before) + 1)

    def test_a_catalogue_by_volts_is_read_as_it_meant_and_a_kind_of_no_book_is_refused(self):
        text = b"name,kind,volts,va\nAnvil,other,120,900\nForge,welder,240,9000\nLute,pipes,240,9\nHood,other,9,9\n"
        news = self.client.post("/api/shop/catalogue/import", data=text).json
        self.assertEqual((news["added"], [b["line"] for b in news["broken"]]), (2, [4, 5]))
        kept = self.items("catalogue")
        self.assertEqual((kept["Anvil"]["across"], kept["Forge"]["across"]), ("neutral", "lines"))

    def test_the_supply_house_quotes_what_it_carries(self):
        self.client.post("/api/shop/prices/import", data=b"name,unit,price,dated\ngold bar,each,5000,2026-01-01\n")
        before = self.items("prices")
        answer = self.client.post("/api/shop/prices/ask").json
        self.assertEqual((answer["unknown"], answer["quoted"]), (["gold bar"], len(before) - 1))
        after = self.items("prices")
        self.assertEqual(after["gold bar"], before["gold bar"])
        for name, item in after.items():
            if name != "gold bar":
                self.assertLessEqual(abs(item["price"] - before[name]["price"]), 0.0601 * before[name]["price"] + 0.005)
                self.assertGreater(item["dated"], before[name]["dated"])

    def test_changes_at_the_same_moment_wait_for_one_another(self):
        def add(number):
            row = f"name,unit,price,dated\npart {number},each,{number},2026-11-01\n"
            return self.client.application.test_client().post("/api/shop/prices/import", data=row.encode()).status_code

        with ThreadPoolExecutor(8) as crew:
            self.assertEqual(set(crew.map(add, range(24))), {200})
        self.assertLessEqual({f"part {n}" for n in range(24)}, set(self.items("prices")))

    def test_numbers_in_a_csv_are_what_was_written_or_are_refused(self):
        rows = "name,unit,price,dated\n"
        for written, price in (("1,200", 1200.0), ("1 200.5", 1200.5), ("62,5", 62.5), ("0x10", None), ("1_000", None)):
            found = read_list("prices", f'{rows}wire cu 6,ft,"{written}",2026-10-01\n')
            self.assertEqual([item.price for item in found.items], [] if price is None else [price], written)
            self.assertEqual(len(found.broken), int(price is None))

    def test_csv_out_comes_in_again(self):
        out = self.client.get("/api/shop/catalogue.csv").data
        news = self.client.post("/api/shop/catalogue/import", data=out).json
        self.assertEqual(news, {"added": 0, "replaced": len(self.items("catalogue")), "broken": []})

    def test_bad_lists_are_refused_in_words_and_nothing_changes(self):
        before = self.items("catalogue")
        twice = [{"name": "A", "kind": "other", "va": 5}] * 2
        answer = self.client.put("/api/shop/catalogue", json={"items": twice})
        self.assertEqual((answer.status_code, answer.json["problems"][0]["pointer"]), (422, "/items/1/name"))
        news = self.client.post("/api/shop/catalogue/import", data=b"nothing,here\n1,2\n").json
        self.assertIn("no column", news["broken"][0]["words"])
        self.assertEqual(self.items("catalogue"), before)
        self.assertEqual(self.client.get("/api/shop/secrets.csv").status_code, 422)


class Recordings(ServerTest):
    def send(self, text, query=""):
        answer = self.client.post(f"/api/recordings{query}", data=text.encode())
        return [json.loads(line) for line in answer.get_data(as_text=True).splitlines()]

    def test_a_year_is_read_with_progress(self):
        lines = [f"2025-01-{1 + i // 96:02d} {i // 4 % 24:02d}:{15 * (i % 4):02d},{i % 7}" for i in range(2976)]
        news = self.send("time,kW\n" + "\n".join(lines))
        shares = [n["progress"] for n in news]
        self.assertGreater(len(news), 2)
        self.assertEqual(shares, sorted(shares))
        self.assertEqual(news[-1]["recording"]["peak_va"], 6000)
        self.assertEqual(news[-1]["recording"]["covers"], "30-day")

    def test_what_is_no_recording_is_said_in_words(self):
        self.assertIn("first row", self.send("hello")[-1]["trouble"])
        self.assertEqual(self.client.post("/api/recordings?pf=7", data=b"x").status_code, 422)
