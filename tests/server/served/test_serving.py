"""The server's manners: headers, faults, solving without saving, sheets, a kill in the middle of a save."""

import csv
import io

from pypdf import PdfReader

from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from northspan.paper.glyphs import all_printable
from northspan.paper.sheets.calculation import sections
from northspan.server.started.edition import EDITION
from tests.core.made.jobs import document
from tests.server.harness import ServerTest


class Manners(ServerTest):
    def test_no_inline_script_is_allowed(self):
        for path in ("/", "/jobs", "/api/jobs", "/nothing/here"):
            policy = self.client.get(path, buffered=True).headers["Content-Security-Policy"]
            rules = dict(part.strip().split(" ", 1) for part in policy.split(";"))
            self.assertEqual(rules["script-src"], "'self'")
            self.assertEqual(rules["frame-ancestors"], "'none'")

    def test_pages_are_the_front_end_and_the_api_is_not(self):
        self.assertIn(b"North Span", self.client.get("/jobs/abc/span", buffered=True).data)
        self.assertEqual(self.client.get("/api/nothing").status_code, 404)
        self.assertNotIn(b"root:", self.client.get("/..%2f..%2fetc/passwd", buffered=True).data)

    def test_scripts_go_out_packed_and_stay_but_the_page_does_not(self):
        folder = self.front_end / "assets"
        folder.mkdir()
        (folder / "entry-1a2b.js").write_text("plain")
        (folder / "entry-1a2b.js.br").write_text("packed")
        client = self.start()
        for asked, body, coding in (
            ("br, gzip", b"packed", "br"),
            ("gzip", b"plain", None),
            ("identity", b"plain", None),
        ):
            answer = client.get("/assets/entry-1a2b.js", headers={"Accept-Encoding": asked}, buffered=True)
            self.assertEqual((answer.data, answer.headers.get("Content-Encoding")), (body, coding))
            self.assertIn("javascript", answer.content_type)
            self.assertIn("max-age=31536000", answer.headers["Cache-Control"])
        self.assertIn("no-store", client.get("/jobs", buffered=True).headers["Cache-Control"])
        self.assertEqual(client.get("/assets/entry-old.js").status_code, 404)
        self.assertEqual(client.get("/api/jobs").headers["North-Span-Edition"], EDITION)

    def test_solving_without_saving(self):
        answer = self.client.post("/api/solve", json=document(**{"runs/1/locks/size": "4"}))
        self.assertEqual(answer.json["solution"]["runs"][1]["figures"]["size"]["value"], "4")
        self.assertEqual(self.client.get("/api/jobs").json["jobs"], [])
        asked = {"job": document(), "run": "feeder", "metal": "al", "size": "2"}
        figures = self.client.post("/api/solve/working", json=asked).json["figures"]
        self.assertEqual(figures["size"]["value"], "2")
        self.assertTrue(figures["drop_pct"]["steps"])
        refused = self.client.post("/api/solve/working", json=asked | {"run": "none"})
        self.assertEqual((refused.status_code, refused.json["problems"][0]["pointer"]), (422, "/run"))

    def test_variants_are_priced_by_the_shops_list(self):
        variant = {"id": "al", "name": "Aluminium", "run": "feeder", "metal": "al"}
        body = document(variants=[variant])
        found = self.client.post("/api/solve/what-if", json=body).json["what_if"]
        self.assertEqual([c["name"] for c in found["columns"]], ["As it stands", "Aluminium"])
        parts = next(r for r in found["rows"] if r["name"] == "Parts, cut to length")["cells"]
        dear = self.client.get("/api/shop/prices").json
        for item in dear["items"]:
            item["price"] *= 10
        self.client.put("/api/shop/prices", json=dear)
        again = self.client.post("/api/solve/what-if", json=body).json["what_if"]
        tenfold = next(r for r in again["rows"] if r["name"] == "Parts, cut to length")["cells"]
        for before, after in zip(parts, tenfold, strict=True):
            self.assertAlmostEqual(after["value"], 10 * before["value"])
        twice = document(variants=[variant, variant])
        self.assertEqual(self.client.post("/api/solve/what-if", json=twice).status_code, 422)

    def test_least_cost_goes_by_the_shops_list_and_its_years(self):
        answers = [
            self.client.post("/api/solve/least-cost", json={"job": document(), "years": years}).json["least"]["least"]
            for years in (0, 30)
        ]
        self.assertLess(answers[0]["after"]["value"], answers[1]["after"]["value"])
        refused = self.client.post("/api/solve/least-cost", json={"job": document(), "years": -1})
        self.assertEqual((refused.status_code, refused.json["problems"][0]["pointer"]), (422, "/years"))
        refused = self.client.post("/api/solve/least-cost", json={"job": document(), "lines": ["gone"]})
        self.assertEqual((refused.status_code, refused.json["problems"][0]["pointer"]), (422, "/lines"))

    def test_wire_is_cut_from_the_shops_spools_and_labelled(self):
        wire = document(**{"runs/0/locks/size": "2/0", "runs/1/locks/size": "6"})
        before = self.client.post("/api/cuts", json=wire).json["cuts"]
        spools = self.client.get("/api/shop/spools").json
        for item in spools["items"]:
            item["price"] = 0
        self.client.put("/api/shop/spools", json=spools)
        after = self.client.post("/api/cuts", json=wire).json["cuts"]
        self.assertGreater(before["cost"]["value"], 0)
        self.assertEqual((after["cost"]["value"], {s["ordered"] for s in after["spools"]}), (0, {False}))
        made = self.client.post("/api/jobs", json=wire).json["id"]
        labels = self.client.get(f"/api/cuts/{made}/labels.pdf?sheet=a4-65")
        self.assertEqual(labels.mimetype, "application/pdf")
        text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(labels.data)).pages)
        for words in ("to Shed panel", "to House panel", "156 ft", "left"):
            self.assertIn(words, text)

    def test_materials_are_priced_and_leave_as_paper(self):
        made = document(name='=SUM("Shed")', **{"stations/2/name": "@Shed <panel>", "runs/1/locks/size": "6"})
        breaker = {"name": "breaker 2-pole 35", "unit": "each", "quantity": 9}
        lists = []
        for van in ([], [breaker]):
            self.assertEqual(self.client.put("/api/shop/van", json={"items": van}).status_code, 200)
            lists.append(self.client.post("/api/materials", json=made).json["materials"])
        lines = [{line["name"]: line for line in each["lines"]} for each in lists]
        wire = lines[0]["wire cu 6 THWN-2 red"]
        self.assertEqual((wire["quantity"]["value"], wire["unit"]), (156, "ft"))
        self.assertEqual((lines[0][breaker["name"]]["van"], lines[1][breaker["name"]]["van"]), (0, 1))
        saved = lists[0]["total"]["value"] - lists[1]["total"]["value"]
        self.assertAlmostEqual(saved, lines[0][breaker["name"]]["price"])
        stored = self.client.post("/api/jobs", json=made).json["id"]
        rows = list(
            csv.reader(io.StringIO(self.client.get(f"/api/packet/{stored}/materials.csv").data.decode("utf-8-sig")))
        )
        self.assertEqual(rows[0][1], '\'=SUM("Shed")')
        self.assertEqual([r[3] for r in rows if r[1:2] == ["wire cu 6 THWN-2 red"]], ["156"])
        pdf = self.client.get(f"/api/packet/{stored}/materials.pdf")
        text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf.data)).pages)
        for words in ("wire cu 6 THWN-2 red", "156 ft", "@Shed <panel>", "Together, no labour"):
            self.assertIn(words, text)

    def test_the_sheet_says_the_rules_and_the_loads(self):
        house = {
            "places/0/floor_area": 1500,
            "stations/1/load": None,
            "house_rules/spare_pct": 20,
            "house_rules/equipment_ground": "full",
        }
        state = self.create(**house)
        rows = list(
            csv.reader(
                io.StringIO(self.client.get(f"/api/packet/{state['id']}/calculation.csv").data.decode("utf-8-sig"))
            )
        )
        said = {row[0]: row[1] for row in rows if len(row) == 2}
        self.assertEqual(said["Spare over the design current"], "20 %")
        self.assertEqual(said["Equipment ground"], "as the hots")
        self.assertIn(["Loads: House"], rows)
        # 1500 ft²: 9000 VA whole in the optional calculation, 37.5 A.
        self.assertIn(["", "Heavier leg", "38 A", "neutral 21 A"], rows)
        pdf = PdfReader(io.BytesIO(self.client.get(f"/api/packet/{state['id']}/calculation.pdf").data))
        self.assertIn("Loads: House", "".join(page.extract_text() for page in pdf.pages))

    def test_the_code_book_gives_every_table(self):
        book = self.client.get("/api/code-books/nec-2023").json
        table = next(t for t in book["tables"] if t["name"] == "310.16")
        row = next(r for r in table["rows"] if r[0] == "4/0")
        self.assertEqual(row[1 + table["columns"].index("al_75")], 180.0)
        self.assertTrue(book["notes"])
        self.assertEqual(self.client.get("/api/code-books/other").status_code, 404)

    def test_the_document_describes_what_is_there(self):
        document = self.client.get("/openapi.json").json
        paths = document["paths"]
        self.assertIn("patch", paths["/api/jobs/{job_id}"])
        # A refusal has the same shape wherever it comes from, written once.
        self.assertIn("schemas/Trouble", str(document["components"]["responses"]["Refused422"]))
        for path, operations in paths.items():
            for name, operation in operations.items():
                self.assertIn(
                    "responses/Refused422", str(operation["responses"].get("422", "responses/Refused422")), (name, path)
                )


class Sheets(ServerTest):
    def test_pdf_has_runs_workings_caution_and_page_numbers(self):
        state = self.create(name="Oak & Ash <Lane>")
        pdf = PdfReader(io.BytesIO(self.client.get(f"/api/packet/{state['id']}/calculation.pdf").data))
        pages = [page.extract_text() for page in pdf.pages]
        for number, text in enumerate(pages, 1):
            self.assertIn(f"sheet {number} of {len(pages)}", text)
            self.assertIn("The adopted local code and the inspector decide", text)
        whole = "\n".join(pages)
        for words in (
            "Oak & Ash <Lane>",
            "NEC 2023",
            "Shop default",
            "House panel to Shed panel",
            "310.16",
            "Findings",
        ):
            self.assertIn(words, whole)

    def test_what_the_fonts_lack_is_seen_and_said(self):
        plain = self.create(name="Ash Lane")
        foreign = self.create(**{"name": "Ash Lane 木屋", "places/0/name": "ورشة 🔧"})
        texts = []
        for state in (plain, foreign):
            pdf = PdfReader(io.BytesIO(self.client.get(f"/api/packet/{state['id']}/calculation.pdf").data))
            texts.append("\n".join(page.extract_text() for page in pdf.pages))
        self.assertNotIn("¤", texts[0])
        self.assertNotIn("do not have", texts[0])
        self.assertIn("Ash Lane ¤¤", texts[1])
        self.assertIn("¤¤¤¤ ¤", texts[1])
        self.assertIn("characters that this sheet's fonts do not have", " ".join(texts[1].split()))

    def test_every_sign_of_our_own_is_printed(self):
        for job in demo_jobs().values():
            words = [c for s in sections(job, solve(job)) for row in (s.head, *s.rows) for c in row]
            self.assertTrue(all_printable(words))

    def test_csv_has_the_same_figures(self):
        state = self.create(**{"stations/2/name": "=SUM(A1)"})
        text = self.client.get(f"/api/packet/{state['id']}/calculation.csv").data.decode("utf-8-sig")
        rows = list(csv.reader(io.StringIO(text)))
        heads = [row[0] for row in rows if len(row) == 1]
        self.assertIn("Runs", heads)
        size = state["solution"]["runs"][1]["figures"]["size"]["value"]
        self.assertTrue(any(f"2 × {size} cu" in cell for row in rows for cell in row))
        self.assertFalse(any(cell.startswith("=") for row in rows for cell in row))
