"""The Walk step, What if and House rules, as a person uses them."""

import re
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, box, choose


class Walk(BrowserTest):
    def setUp(self):
        super().setUp()
        self.desk.open_job("Juniper Bend")
        self.page.keyboard.press("1")
        expect(self.page.get_by_label("Site plan")).to_be_visible()

    def test_a_route_is_drawn_measured_and_taken(self):
        page = self.page
        choose(page.get_by_label("Of the run to"), "Press house panel")
        page.get_by_role("button", name="Draw it straight").click()
        # From the studio's corner (348, 120) to the press house's (470, 94): 124.7 ft.
        expect(page.get_by_title("length by the plan")).to_have_text("124.7 ft")
        page.get_by_label("Up, down, make-up").fill("20")
        page.keyboard.press("Enter")
        expect(page.get_by_title("length by the plan")).to_have_text("144.7 ft")
        page.get_by_role("button", name="Use the route’s length").click()
        expect(page.get_by_text("Its length, by this route")).to_be_visible()
        # It follows the route from now on, in Span too; what is typed there stands in its place.
        page.get_by_label("Up, down, make-up").fill("30")
        page.keyboard.press("Enter")
        expect(page.locator("dd").filter(has_text=re.compile(r"^154\.7 ft$"))).to_have_count(2)
        page.goto(re.sub("/walk.*", "/span?run=press-feeder", page.url))
        length = page.get_by_label("Length, one way")
        expect(length).to_have_value("154.7")
        length.fill("170")
        length.press("Enter")
        expect(page.get_by_text("Entered; the route in Walk measures 154.7 ft")).to_be_visible()
        page.get_by_role("button", name="Keep mine: it was taped").click()
        expect(page.get_by_text("Taped; the route in Walk measures 154.7 ft")).to_be_visible()

    def test_a_place_is_dragged_and_its_route_stays(self):
        page = self.page
        house = page.locator("rect[aria-label='Ceramics studio']")
        stands = box(house)
        page.mouse.move(stands["x"] + 10, stands["y"] + 10)
        page.mouse.down()
        page.mouse.move(stands["x"] + 60, stands["y"] + 10, steps=4)
        page.mouse.up()
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()
        page.keyboard.press("u")
        expect(page.get_by_role("button", name="Undo")).to_be_disabled()

    def test_a_walked_track_becomes_a_route(self):
        track = Path(self.desk.folder.name) / "walk.geojson"
        track.write_text('{"type": "LineString", "coordinates": [[-80, 40], [-80, 40.0005], [-79.9995, 40.0005]]}')
        page = self.page
        choose(page.get_by_label("Of the run to"), "Press house panel")
        page.get_by_label("Walked track, GPX or GeoJSON").set_input_files(track)
        # 182.4 ft north and 139.7 ft east.
        expect(page.get_by_title("length by the plan")).to_have_text("322.1 ft")
        self.expected_faults = ("422",)
        track.write_text("not a track")
        page.get_by_label("Walked track, GPX or GeoJSON").set_input_files(track)
        expect(page.get_by_text("neither GPX nor GeoJSON").first).to_be_visible()

    def test_pull_points_part_the_bends(self):
        page = self.page
        choose(page.get_by_label("Of the run to"), "Studio panel")
        worst = page.get_by_title("bends between pull points")
        # A quarter up, 69.7° and a quarter: the pull point parts them from the 61.6° and the last quarter.
        expect(worst).to_have_text("160 °")
        page.get_by_label("Pull point at 3").uncheck()
        expect(worst).to_have_text("311 °")
        page.get_by_label("Remove point 2").click()
        expect(page.get_by_label("Remove point 4")).to_have_count(0)

    def test_a_new_place_is_named_and_put_on_the_plan(self):
        page = self.page
        page.get_by_role("button", name="Add a place").click()
        expect(page.get_by_label("Name", exact=True)).to_have_value("New place")
        page.get_by_label("Name", exact=True).fill("Wood store")
        page.get_by_label("Name", exact=True).press("Enter")
        page.get_by_role("button", name="Put it on the plan").click()
        expect(page.locator("rect[aria-label='Wood store']")).to_be_visible()
        page.locator("rect[aria-label='Wood store']").focus()
        page.keyboard.press("ArrowUp")
        page.get_by_label("Wide, east to west").fill("18")
        page.get_by_label("Wide, east to west").press("Enter")
        expect(page.get_by_label("Site plan")).to_contain_text("18 × 24 ft")

    def test_what_is_seen_on_the_walk_is_kept(self):
        page = self.page
        page.get_by_role("navigation", name="Places").get_by_role("button", name="Yard").click()
        choose(page.get_by_label("Utility delivers"), "120/208-3w")
        page.get_by_role("textbox", name="Fault current").fill("14200")
        page.keyboard.press("Enter")
        choose(page.get_by_label("Soil"), "gravel")
        page.get_by_label("Seen on the walk").fill("Pole moved in spring")
        with page.expect_response(lambda r: "Pole moved" in (r.request.post_data or "")):
            page.get_by_label("Seen on the walk").blur()
        page.reload()
        page.get_by_role("navigation", name="Places").get_by_role("button", name="Yard").click()
        expect(page.get_by_role("textbox", name="Fault current")).to_have_value("14200")
        expect(page.get_by_label("Soil")).to_have_value("gravel")
        expect(page.get_by_label("Seen on the walk")).to_have_value("Pole moved in spring")


class WhatIf(BrowserTest):
    def test_a_variant_is_named_set_and_taken_off(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.get_by_role("link", name="What if").click()
        expect(page.get_by_role("heading", name="Nothing to hold against it yet")).to_be_visible()
        page.get_by_role("button", name="Add a variant").click()
        expect(page.get_by_text("The variants come out alike.")).to_be_visible()
        choose(page.get_by_label("Line at"), "480-2w")
        expect(page.get_by_text("Another voltage is for one run: choose which.")).to_be_visible()
        expect(page.get_by_role("button", name="Build it so")).to_be_disabled()
        choose(page.get_by_label("Run to"), "Pump stand")
        expect(page.get_by_role("button", name="Build it so")).to_be_enabled()
        page.get_by_role("button", name="Remove", exact=True).click()
        expect(page.get_by_role("heading", name="Nothing to hold against it yet")).to_be_visible()

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
