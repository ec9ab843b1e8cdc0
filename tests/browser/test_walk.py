"""The Walk step, What if and House rules, as a person uses them."""

from pathlib import Path

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest


class Walk(BrowserTest):
    def setUp(self):
        super().setUp()
        self.desk.open_job("Juniper Bend")
        self.page.keyboard.press("1")
        expect(self.page.get_by_label("Site plan")).to_be_visible()

    def test_a_route_is_drawn_measured_and_taken(self):
        page = self.page
        page.get_by_label("Of the run to").select_option(label="Press house panel")
        page.get_by_role("button", name="Draw it straight").click()
        # Middle of the studio (330, 134) to the middle of the press house (486, 82): 164.4 ft.
        expect(page.get_by_title("length by the plan")).to_have_text("164.4 ft")
        page.get_by_label("Up, down, make-up").fill("20")
        page.keyboard.press("Enter")
        expect(page.get_by_title("length by the plan")).to_have_text("184.4 ft")
        page.get_by_role("button", name="Size it for the plan’s length").click()
        expect(page.get_by_role("button", name="Size it for the plan’s length")).to_have_count(0)

    def test_a_place_is_dragged_and_its_route_stays(self):
        page = self.page
        house = page.locator("rect[aria-label='Ceramics studio']")
        box = house.bounding_box()
        page.mouse.move(box["x"] + 10, box["y"] + 10)
        page.mouse.down()
        page.mouse.move(box["x"] + 60, box["y"] + 10, steps=4)
        page.mouse.up()
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()
        page.keyboard.press("u")
        expect(page.get_by_role("button", name="Undo")).to_be_disabled()

    def test_a_walked_track_becomes_a_route(self):
        track = Path(self.desk.folder.name) / "walk.geojson"
        track.write_text('{"type": "LineString", "coordinates": [[-80, 40], [-80, 40.0005], [-79.9995, 40.0005]]}')
        page = self.page
        page.get_by_label("Of the run to").select_option(label="Press house panel")
        page.get_by_label("Walked track, GPX or GeoJSON").set_input_files(track)
        # 182.4 ft north and 139.7 ft east.
        expect(page.get_by_title("length by the plan")).to_have_text("322.1 ft")
        self.expected_faults = ("422",)
        track.write_text("not a track")
        page.get_by_label("Walked track, GPX or GeoJSON").set_input_files(track)
        expect(page.get_by_text("neither GPX nor GeoJSON").first).to_be_visible()


class WhatIf(BrowserTest):
    def test_the_long_run_at_other_voltages_and_one_taken(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.get_by_role("link", name="What if").click()
        page.get_by_role("button", name="Other voltages").click()
        row = page.locator("tr", has=page.get_by_role("rowheader", name="Wire", exact=True)).last
        expect(row.locator("td").nth(2)).to_contain_text("8 al")
        expect(page.locator("tr", has_text="Parts").locator("td").nth(2)).to_contain_text("$")
        page.get_by_role("button", name="Build it so").last.click()
        page.get_by_role("navigation").get_by_role("link", name="Span").click()
        expect(page.get_by_role("button", name="Transformer at Pump stand").first).to_be_visible()
