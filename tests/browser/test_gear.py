"""Gear, transformers, standby sources and taps, entered in Span as a person does it."""

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, choose


class Gear(BrowserTest):
    def setUp(self):
        super().setUp()
        self.desk.open_job("Juniper Bend")

    def select_station(self, name):
        self.desk.station(name).click()
        expect(self.page.get_by_label("Equipment name")).to_have_value(name)

    def test_a_rating_too_small_is_found_and_mended(self):
        page = self.page
        self.select_station("Studio panel")
        page.get_by_label("Rated", exact=True).fill("50")
        page.keyboard.press("Enter")
        found = page.locator("[data-rule=gear-below-load]", has_text="Studio panel")
        expect(found.first).to_contain_text("50 A gear on 89 A")
        found.first.get_by_role("button", name="Use 100 A gear").click()
        expect(found).to_have_count(0)

    def test_bad_gear_is_refused_at_its_field(self):
        self.expected_faults = ("422",)
        page = self.page
        self.select_station("Studio panel")
        page.get_by_role("textbox", name="Handle at").fill("-3")
        page.keyboard.press("Enter")
        expect(page.get_by_text("must be more than 0, not -3").last).to_be_visible()
        expect(page.get_by_role("textbox", name="Handle at")).to_have_value("-3")

    def test_fault_current_shows_its_working(self):
        page = self.page
        self.select_station("Studio panel")
        page.get_by_title("Working: available fault current at Studio panel").click()
        working = page.get_by_label("Working", exact=True)
        expect(working).to_contain_text("25 kVA ÷ 240 V ÷ 1.8 %")
        expect(working).to_contain_text("310 ft of 3/0 al")

    def test_a_generator_behind_a_transfer_switch(self):
        page = self.page
        self.add("Transfer switch", "Changeover", "House panel")
        self.add("Generator", "Shed set", "Changeover")
        self.desk.station("Changeover").click()
        expect(page.get_by_label("Changes over by itself")).to_be_checked()
        self.select_station("Studio panel")
        choose(page.get_by_label("Fed from"), "Changeover")
        self.select_station("Shed set")
        page.get_by_label("Rated", exact=True).fill("12")
        page.keyboard.press("Enter")
        found = page.locator("[data-rule=generator-load]")
        # 12 kW at 240 V is 50 A; the studio and the press house take 89 A.
        expect(found.first).to_contain_text("Shed set gives 50 A, Changeover has 89 A behind it")
        found.first.get_by_role("button", name="The switch sheds load to fit").click()
        expect(found).to_have_count(0)
        # Two for a leg each: half of it each, and whether they are locked is asked until it is said of both.
        page.get_by_role("button", name="Make it two, a leg of 120 V each").click()
        asked = page.locator("[data-rule=pair-lock-unknown]").first
        for source, leg in (("Shed set", "leg A"), ("Shed set, leg B", "leg B")):
            self.select_station(source)
            expect(page.get_by_label("Stands for")).to_have_value(leg)
            expect(page.get_by_label("Rated", exact=True)).to_have_value("6")
            expect(asked).to_be_attached()
            choose(page.get_by_label("Locked to the other"), "yes")
        expect(asked).to_have_count(0)

    def test_a_station_becomes_a_transformer(self):
        page = self.page
        self.add("Transformer in the same place", "Pump transformer", "House panel")
        self.select_station("Pump transformer")
        choose(page.get_by_label("Delivers"), "480-2w")
        self.select_station("Pump stand")
        choose(page.get_by_label("Fed from"), "Pump transformer")
        found = page.locator("[data-rule=voltage-not-there]")
        expect(found.first).to_contain_text("No 240-2w at Pump transformer")
        found.first.get_by_role("button", name="Make it 480-2w").click()
        expect(found).to_have_count(0)

    def test_a_tap_too_long_is_found(self):
        page = self.page
        self.desk.station("Press house panel").click()
        page.get_by_role("button", name="Show the run that feeds it").click()
        choose(page.get_by_label("Protected"), "25 ft tap")
        found = page.locator("[data-rule=tap-length]")
        expect(found.first).to_contain_text("tap of 166 ft")
        choose(page.get_by_label("Protected").first, "at its source")
        expect(found).to_have_count(0)
