"""Three code books on screen: a case in each by its own words, its tables, and a job told in metres."""

import re

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, choose


class Books(BrowserTest):
    def leading(self, label):
        return self.page.get_by_label("Answer").locator(f"dt:text-is('{label}') + dd").first

    def bar(self, label):
        return self.page.get_by_label("Against the limits").get_by_role("listitem").filter(has_text=label)

    def test_a_british_circuit_by_hand(self):
        page = self.page
        self.desk.open("/quick/bs7671-2018a2")
        page.get_by_label("Design current").fill("37")
        page.get_by_label("Design current").press("Enter")
        page.get_by_label("Length, one way").fill("18")
        page.get_by_label("Length, one way").press("Enter")
        choose(page.get_by_label("Method"), "100: ceiling, to 100 mm")
        # 40 A is the next rating; 4D5 carries 45 A in 10 mm² by method 100. 4.4 mV/A/m × 37 A × 18 m is 2.93 V.
        expect(page.get_by_label("Answer").locator("h2")).to_contain_text("10 mm²")
        expect(self.leading("Drop")).to_contain_text("1.27 %")
        # 0.35 + 18 × 1.2 × (1.83 + 4.61) / 1000 ohm, against 1.09 ohm of a 40 A type B; beyond 32 A it has 5 s.
        expect(self.bar("Zs, overcurrent")).to_contain_text("0.489")
        expect(self.bar("Zs, overcurrent")).to_contain_text("1.09")
        expect(self.leading("Longest disconnection time allowed")).to_contain_text("5.0 s")
        for word in ("ground wire", "breaker panel", "hot", "AWG"):
            self.assertNotRegex(page.inner_text("main"), rf"\b{word}\b")
        self.leading("Drop").get_by_role("button").click()
        expect(page.get_by_label("Working")).to_contain_text(re.compile(r"4\.4|37 A"))
        page.get_by_label("Design current").fill("none")
        page.get_by_label("Design current").press("Enter")
        expect(page.get_by_role("alert").first).to_contain_text("must be a number")
        expect(page.get_by_label("Design current")).to_have_value("none")

    def test_a_residual_device_is_held_against_its_times(self):
        page = self.page
        self.desk.open("/quick/bs7671-2018a2")
        page.get_by_role("tab", name="Residual device tested").click()
        expect(page.get_by_label("Answer").locator("h2")).to_contain_text("not complete")
        field = page.get_by_role("textbox", name="At five times")
        field.fill("41")
        field.press("Enter")
        expect(page.get_by_label("Answer")).to_contain_text("At 150 mA it took 41 ms; 40 ms are allowed")
        page.get_by_role("tab", name="Quick check", exact=True).click()
        expect(page.get_by_label("Design current")).to_be_visible()

    def test_what_is_typed_in_one_book_is_there_again_after_another(self):
        page = self.page
        self.desk.open("/quick/cec-2024")
        page.get_by_label("Calculated load").fill("52")
        page.get_by_label("Calculated load").press("Enter")
        # 52 A, all of it continuous, is 65 A of design: a 70 A device.
        expect(page.get_by_label("Answer").locator("h2")).to_contain_text("6 cu")
        expect(page.get_by_label("Answer").locator(".leading")).to_contain_text("70 A")
        page.get_by_role("tab", name=re.compile("Britain")).click()
        expect(page.get_by_label("Design current")).to_be_visible()
        page.get_by_role("tab", name=re.compile("Canada")).click()
        expect(page.get_by_label("Calculated load")).to_have_value("52")
        self.desk.open("/book?book=bs7671-2018a2")
        page.get_by_role("link", name="41.3", exact=False).first.click()
        expect(page.locator("table").first).to_contain_text("1.09")


class Metres(BrowserTest):
    expected_faults = ("422",)

    def test_a_job_told_in_metres(self):
        page = self.page
        self.desk.open("/jobs")
        page.get_by_role("button", name="New job").click()
        dialog = page.get_by_role("dialog", name="New job")
        dialog.get_by_label("Job name").fill("Quince Terrace")
        dialog.get_by_label("Measured in").first.click(force=True)
        page.locator(".v-overlay").get_by_role("option", name="metres and millimetres").click()
        dialog.get_by_label("Transformer to panel").fill("24.5")
        dialog.get_by_label("House load, if known").fill("80")
        dialog.get_by_role("button", name="Make the job").click()
        expect(page.locator(".ladder").first).to_be_visible()
        length = page.get_by_label("Length, one way")
        expect(length).to_have_value("24.5")
        page.get_by_role("button", name="m only").click()
        # 24.5 m are 80.4 ft.
        expect(page.get_by_label("Run", exact=True)).to_contain_text("80.4 ft")
        length.fill("9000")
        length.press("Enter")
        expect(page.get_by_role("alert").first).to_contain_text("at most 6096, in metres")
        length.fill("40")
        length.press("Enter")
        expect(page.locator(".profile")).to_contain_text("40 m")
        expect(page.get_by_label("Run", exact=True)).to_contain_text("131.2 ft")
