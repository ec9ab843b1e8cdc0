"""The way an electrician goes: a job, a building, its feeder, the working, a lock, undo, a fix, the sheet."""

import io
import json
import re
from pathlib import Path

from playwright.sync_api import expect
from pypdf import PdfReader

from tests.browser.harness import BrowserTest, choose, still


class MainPath(BrowserTest):
    def new_job(self):
        page = self.page
        self.desk.open("/jobs")
        page.get_by_role("button", name="New job").click()
        dialog = page.get_by_role("dialog", name="New job")
        dialog.get_by_label("Job name").fill("Larch Hollow")
        dialog.get_by_label("House load, if known").fill("70")
        dialog.get_by_role("button", name="Make the job").click()
        expect(page.get_by_role("heading", name="Larch Hollow")).to_be_visible()

    def add_building(self, name="Bee house", feet="240", amps="48"):
        page = self.page
        page.get_by_role("button", name="Add building or circuit").click()
        dialog = page.get_by_role("dialog", name="Add to the property")
        dialog.get_by_label("Name, as on the job").fill(name)
        dialog.get_by_label("Length of wire, one way").fill(feet)
        dialog.get_by_label("Load, if known").fill(amps)
        dialog.get_by_role("button", name="Add and size its run").click()
        expect(page.get_by_role("heading", name=f"House panel → {name} panel")).to_be_visible()

    def test_from_nothing_to_the_sheet(self):
        page = self.page
        self.new_job()
        self.add_building()
        # 48 A over 240 ft on 3 %: 0.15 ohm both ways, so at most 0.3125 ohm/kft of aluminium: 1 (0.25 ohm/kft).
        expect(self.figure("Size")).to_have_text("1")
        expect(page.locator(".chosen")).to_have_attribute("data-size", "1")

        self.figure("Drop").get_by_role("button").last.click()
        working = page.get_by_role("region", name="Working")
        expect(working).to_contain_text("Resistance, 1 al, 75 °C")
        expect(working).to_contain_text("0.25 ohm/kft")
        expect(working).to_contain_text("Chapter 9 Table 9")

        page.locator("body").click(position={"x": 700, "y": 20})
        page.keyboard.press("+")
        expect(page.locator(".chosen")).to_have_attribute("data-size", "1/0")
        expect(page.locator(".chosen")).to_contain_text("locked")
        page.keyboard.press("u")
        expect(page.locator(".chosen")).to_have_attribute("data-size", "1")

        choose(page.get_by_label("Hots"), "4")
        finding = page.locator("[data-rule=size-drop]")
        expect(finding).to_contain_text("4 al: drop")
        finding.get_by_role("button", name="Pull 1 al").click()
        expect(finding).to_have_count(0)
        expect(page.locator(".chosen")).to_have_attribute("data-size", "1")

        exported = self.download("Job file")
        job = json.loads(exported.read_text("utf-8"))
        self.assertEqual((job["name"], job["runs"][1]["locks"]["size"]), ("Larch Hollow", "1"))
        pdf = PdfReader(io.BytesIO(self.download("Calculation sheet, PDF").read_bytes()))
        self.assertIn("House panel to Bee house panel", "".join(p.extract_text() for p in pdf.pages))
        self.assertIn("1 al", self.download("Calculation sheet, CSV").read_text("utf-8-sig"))

        page.get_by_role("link", name="Jobs").click()
        page.get_by_label("Job file").set_input_files(exported)
        expect(page.get_by_role("heading", name="Larch Hollow")).to_be_visible()
        page.get_by_role("link", name="Jobs").click()
        expect(page.get_by_role("link", name="Larch Hollow", exact=True)).to_have_count(2)

    def download(self, title):
        self.page.get_by_role("button", name="Hand over").click()
        with self.page.expect_download() as caught:
            self.page.get_by_text(title, exact=True).click()
        target = Path(self.desk.folder.name) / caught.value.suggested_filename
        caught.value.save_as(target)
        return target

    def test_coming_back_finds_what_was_left(self):
        self.new_job()
        self.add_building()
        self.page.get_by_label("Length, one way").fill("300")
        self.page.keyboard.press("Enter")
        expect(self.figure("Size")).to_have_text("1/0")
        self.page.reload()
        expect(self.page.locator(".ladder").first).to_be_visible()
        expect(self.page.get_by_label("Length, one way")).to_have_value("300")

    def test_a_field_filled_wrong_says_so_and_keeps_what_was_typed(self):
        self.expected_faults = ("422",)
        self.desk.open_job("Juniper Bend")
        length = self.page.get_by_label("Length, one way")
        for typed, words in (("-40", "must be more than 0"), ("far", "must be a number"), ("", "must not be empty")):
            length.fill(typed)
            length.press("Enter")
            expect(self.page.get_by_role("alert").filter(has_text=words).first).to_be_visible()
            expect(length).to_have_value(typed)
        length.fill("75")
        length.press("Enter")
        expect(self.page.get_by_role("alert")).to_have_count(0)
        expect(self.page.locator("[data-run=service-run]")).to_contain_text("75 ft")

    def test_a_job_file_with_a_fault_names_the_place(self):
        self.expected_faults = ("422",)
        bad = Path(self.desk.folder.name) / "bad.json"
        bad.write_text('{"name": "Bad", "runs": [{"id": "a"}]}')
        self.desk.open("/jobs")
        self.page.get_by_label("Job file").set_input_files(bad)
        words = "a: is missing: enter its length one way along the wire, in feet (/runs/0/cable/length)"
        expect(self.page.get_by_role("alert").filter(has_text=words).first).to_be_visible()


class AlongTheDesk(BrowserTest):
    def test_every_fix_button_of_the_demo_goes_through(self):
        self.desk.open_job("Juniper Bend")
        tally = self.page.locator(".tally.danger b")
        before = int(tally.inner_text())
        self.page.locator("[data-rule=ground-too-small] .fixes button").first.click()
        expect(tally).to_have_text(str(before - 1))

    def test_keys_walk_runs_lock_and_explain(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        title = page.locator(".runname")
        expect(title).to_have_text("Transformer 25 kVA → Service 200 A")
        page.keyboard.press("j")
        page.keyboard.press("j")
        expect(title).to_have_text("House panel → Studio panel")
        page.keyboard.press("k")
        page.keyboard.press("j")
        page.keyboard.press("l")
        expect(page.locator(".chosen")).to_contain_text("locked")
        page.keyboard.press("l")
        expect(page.locator(".chosen")).not_to_contain_text("locked")
        self.figure("Equipment ground").get_by_role("button").focus()
        page.keyboard.press("w")
        expect(page.get_by_role("region", name="Working")).to_contain_text("250.122(A)")
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
        # A dialog hears Escape once it has opened wholly.
        still(page)
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog", name="Keys")).to_be_hidden()
        page.keyboard.press("/")
        page.get_by_role("combobox", name="Go to").fill("pump")
        page.keyboard.press("Enter")
        expect(page.locator(".runname, [aria-label='Station name']").first).to_be_visible()
        expect(page.locator(".runname")).to_have_text("House panel → Pump stand")
        # A question in the trade's words leads to the step that answers it.
        for asked, choice, where in (
            ("how deep", "How deep to bury", "/pull"),
            ("rod", "Ground rods and their wire", "tab=electrodes"),
            ("breaker", "What breaker a run gets", "/span"),
        ):
            page.keyboard.press("/")
            field = page.get_by_role("combobox", name="Go to")
            field.fill(asked)
            option = page.get_by_role("option", name=choice)
            expect(option).to_have_attribute("id", re.compile("place-"))
            option.click()
            expect(page).to_have_url(re.compile(where))

    def test_the_working_follows_from_run_to_run_and_through_edits(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        working = page.get_by_role("region", name="Working")
        expect(working).to_contain_text("Out and back, 2 × 60 ft")
        page.keyboard.press("j")
        expect(working).to_contain_text("Out and back, 2 × 24 ft")
        self.desk.station("Pump stand").click()
        expect(working).to_contain_text("Out and back, 2 × 640 ft")
        page.get_by_role("button", name="Show the run that feeds it").click()
        self.figure("Breaker").get_by_role("button").click()
        expect(working).to_contain_text("not below 21.25 A")
        page.get_by_label("Length, one way").fill("500")
        page.keyboard.press("Enter")
        expect(self.figure("Longest at this load")).to_be_visible()
        expect(working).to_contain_text("not below 21.25 A")

    def test_the_other_metal_is_explained_and_taken(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        rung = page.locator("[data-metal=cu] [data-size='3/0']")
        rung.get_by_role("button", name=re.compile("3.0 cu.*working")).click()
        expect(page.get_by_role("region", name="Working")).to_contain_text("Resistance, 3/0 cu")
        rung.hover()
        rung.get_by_role("button", name="Lock 3/0 cu").click()
        expect(page.locator("[data-metal=cu] .chosen")).to_have_attribute("data-size", "3/0")

    def test_sliding_the_length_redraws(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.keyboard.press("j")
        page.keyboard.press("j")
        slider = page.get_by_label("Slide the length")
        before = self.figure("Drop").inner_text()
        slider.focus()
        slider.press("ArrowRight")
        expect(self.figure("Drop")).not_to_have_text(before)
        expect(page.get_by_label("Length, one way")).to_have_value("315")

    def test_quick_check_becomes_a_job(self):
        page = self.page
        self.desk.open("/quick")
        load = page.get_by_label("Load", exact=True)
        load.fill("90")
        load.press("Enter")
        # 90 A copper at 75 C: 3 carries 100; over 100 ft it drops 100 × 2 × 0.25 × 90 / 1000 = 4.5 V, 1.9 %.
        expect(self.figure("Size")).to_have_text("3")
        # A panel of 150 A: 1/0 copper carries it, and 60 A of it are left.
        rating = page.get_by_role("textbox", name="Rating asked")
        rating.fill("150")
        rating.press("Enter")
        expect(self.figure("Size")).to_have_text("1/0")
        expect(self.figure("Still takes")).to_have_text("60 A")
        page.get_by_role("button", name="unlock Rating asked").click()
        expect(self.figure("Size")).to_have_text("3")
        page.get_by_label("Job name").fill("From the phone")
        page.get_by_role("button", name="Make a job of it").click()
        expect(page.get_by_role("heading", name="From the phone")).to_be_visible()
        expect(self.figure("Size")).to_have_text("3")

    def test_the_code_book_shows_where_the_job_read(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.get_by_role("link", name="Code book").click()
        page.get_by_label("Search tables and readings").fill("310.16")
        page.get_by_role("link", name=re.compile("^310.16")).click()
        row = page.locator("tr", has=page.locator("th:text-is('4/0')"))
        used = row.locator("td.used")
        expect(used).to_have_text(["180", "205"])
        self.assertIn("House panel: base ampacity", used.last.get_attribute("title"))

    def test_an_edit_in_another_window_is_said_and_nothing_is_lost(self):
        self.expected_faults = ("409",)
        page = self.page
        self.desk.open_job("Juniper Bend")
        other = self.desk.window.new_page()
        other.goto(page.url)
        expect(other.get_by_label("Length, one way")).to_have_value("60")
        other.get_by_label("Length, one way").fill("66")
        other.keyboard.press("Enter")
        expect(other.locator("[data-run=service-run]")).to_contain_text("66 ft")
        page.get_by_label("Drop limit", exact=True).fill("2")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="changed elsewhere")).to_be_visible()
        expect(page.get_by_label("Length, one way")).to_have_value("66")

    def test_a_station_can_be_changed_and_taken_out(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        self.desk.station("Pump stand").click()
        self.expected_faults = ("422",)
        load, continuous = page.get_by_label("Load", exact=True), page.get_by_label("of it continuous")
        load.fill("12")
        load.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="more than the load of 12 A").first).to_be_visible()
        continuous.fill("12")
        continuous.press("Enter")
        expect(page.get_by_role("alert")).to_have_count(0)
        load.fill("12")
        load.press("Enter")
        # 12 A at 125 % is 15 A; 4 al: 2 × 640 ft × 12 A × (0.51 × 0.84 + 0.048 × 0.54) / 1000 = 7.0 V, 2.9 %.
        expect(page.locator("[data-run=pump-circuit]")).to_contain_text("4 al · 15 A")
        page.get_by_role("button", name="Remove", exact=True).click()
        expect(page.locator("[data-run=pump-circuit]")).to_have_count(0)
        page.keyboard.press("u")
        expect(page.locator("[data-run=pump-circuit]")).to_have_count(1)
