"""The one-line on screen as it leaves: sheet, paper and files."""

import re

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest


class Packet(BrowserTest):
    def test_the_one_line_follows_the_job_and_leaves_in_each_format(self):
        self.desk.open_job("Juniper Bend")
        page = self.page
        page.keyboard.press("9")
        sheet = page.get_by_role("img", name="One-line")
        expect(sheet.get_by_text("Studio panel")).to_be_visible()
        # Thin is what stands already: the press house panel alone.
        expect(sheet.get_by_text("heavy: new")).to_be_visible()
        expect(sheet.get_by_text("second bond: take it out")).to_be_visible()
        wide = sheet.bounding_box()["width"]
        page.get_by_label("enlarged").check()
        self.assertAlmostEqual(sheet.bounding_box()["width"], 2 * wide, delta=4)
        page.get_by_label("Paper", exact=True).select_option(label="A4, across")
        expect(sheet).to_have_attribute("viewBox", "0 0 2970 2100")
        for name in ("PDF", "SVG", "DXF"):
            with page.expect_download() as download:
                page.get_by_role("link", name=name, exact=True).first.click()
            self.assertTrue(download.value.suggested_filename.startswith("juniper-bend-one-line"))
        page.get_by_role("link", name=re.compile("^3")).click()
        page.get_by_role("button", name=re.compile("^Studio panel")).first.click()
        page.get_by_label("Station name").fill("Kiln house")
        page.get_by_label("Station name").press("Enter")
        page.keyboard.press("Escape")
        page.get_by_role("link", name="Packet").click()
        expect(sheet.get_by_text("Kiln house")).to_be_visible()
