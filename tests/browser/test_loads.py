"""The Loads step and the shop's lists, as a person uses them."""

import math
from contextlib import suppress
from datetime import datetime, timedelta
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, choose


class Loads(BrowserTest):
    def open_loads(self, name):
        self.desk.open_job(name)
        self.page.keyboard.press("2")
        expect(self.page.get_by_role("heading", name="What")).to_be_visible()

    def test_an_appliance_from_the_catalogue_reaches_the_service(self):
        page = self.page
        self.open_loads("Juniper Bend")
        bar = page.locator("figure .governs .amps")
        before = bar.text_content()
        page.get_by_role("button", name="Add an appliance").click()
        page.get_by_label("From the shop's catalogue").first.fill("Hot tub")
        option = page.get_by_role("option", name="Hot tub")
        expect(option).to_be_visible()
        # A list that is drawn anew just then takes no key.
        for _ in range(5):
            page.keyboard.press("ArrowDown")
            with suppress(AssertionError):
                expect(option).to_be_focused(timeout=2_000)
                break
        page.keyboard.press("Enter")
        expect(page.get_by_label("Nameplate, each")).to_have_value("9600")
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("button", name="Hot tub, 240 V")).to_be_visible()
        # 9600 VA at 40 % and 240 V: 16 A more.
        expect(bar).to_have_text(f"{int(before.split()[0]) + 16} A")
        page.keyboard.press("3")
        # With the pump's 17 A, continuous: 188 + 16 + 17 + 4.25.
        expect(page.get_by_role("button", name="200 A breaker on 225.2 A").first).to_be_visible()

    def test_bad_nameplates_are_refused_at_the_field(self):
        page = self.page
        held = []
        page.route("**/api/shop/catalogue", lambda route: held.append(route))
        self.open_loads("Juniper Bend")
        page.get_by_role("button", name="Add an appliance").click()
        # The shop's list comes late, and does not open over the button.
        expect(page.get_by_role("combobox", name="From the shop's catalogue")).to_be_focused()
        for route in held:
            with page.expect_response("**/api/shop/catalogue"):
                route.continue_()
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_text("Give it a name")).to_be_visible()
        expect(page.get_by_text("Its nameplate, more than 0")).to_be_visible()
        page.get_by_role("button", name="Leave it").click()
        self.expected_faults = ("422",)
        page.get_by_role("button", name="Dishwasher").click()
        page.get_by_label("Nameplate").fill("-5")
        page.keyboard.press("Enter")
        expect(page.get_by_text("must be more than 0, not -5").last).to_be_visible()
        expect(page.get_by_label("Nameplate")).to_have_value("-5")

    def test_a_year_of_readings_becomes_the_recorded_load(self):
        start = datetime(2025, 1, 1)
        lines = [f"{start + timedelta(minutes=15 * i)},{3 + math.sin(i):.3f}" for i in range(35040)]
        lines[77] = "not a row"
        csv = Path(self.desk.folder.name) / "year.csv"
        csv.write_text("start,kW\n" + "\n".join(lines))
        page = self.page
        self.open_loads("Cobalt Street")
        page.get_by_role("button", name="Read a recording (CSV)").click()
        page.set_input_files("input[type=file]", csv)
        expect(page.get_by_text("1 row not counted")).to_be_visible()
        page.get_by_text("1 row not counted").click()
        expect(page.get_by_text("line 79: has no figure")).to_be_visible()
        page.get_by_role("button", name="Use this peak").click()
        expect(page.get_by_role("textbox", name="Peak")).to_have_value("4000")
        choose(page.get_by_label("Counted by"), "recorded")
        expect(page.locator("figure .governs")).to_contain_text("Recorded load")

    def test_the_shop_sets_a_price_and_lays_a_csv_over_the_list(self):
        page = self.page
        self.desk.open("/shop/prices")
        page.get_by_label("Find in the list").fill("wire cu 6")
        price = page.get_by_label("Price of wire cu 6", exact=True)
        price.fill("1.23")
        page.keyboard.press("Enter")
        csv = Path(self.desk.folder.name) / "prices.csv"
        csv.write_text("name,unit,price,dated\nwire cu 600x,ft,7,2026-11-01\nbad,ft,x,2026-11-01\n")
        page.set_input_files("input[type=file]", csv)
        expect(page.get_by_text("1 added, 0 replaced.")).to_be_visible()
        expect(page.get_by_text("line 3: price must be a number")).to_be_visible()
        page.reload()
        expect(page.get_by_label("Price of wire cu 6", exact=True)).to_have_value("1.23")
