"""The packet on screen as it leaves: ticked, moved by hand, answered, issued; the inspection list in the field."""

import re
import zipfile

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, choose


class Packet(BrowserTest):
    # A correction without words is refused.
    expected_faults = ("status of 422",)

    def to_packet(self):
        self.desk.open_job("Juniper Bend")
        self.page.keyboard.press("9")
        return self.page.get_by_role("img", name="One-line")

    def test_sheets_are_looked_at_turned_and_taken(self):
        page, sheet = self.page, self.to_packet()
        expect(sheet.get_by_text("Studio panel")).to_be_visible()
        expect(sheet.get_by_text("second bond: take it out")).to_be_visible()
        wide = sheet.bounding_box()["width"]
        page.get_by_label("enlarged").check()
        self.assertAlmostEqual(sheet.bounding_box()["width"], 2 * wide, delta=4)
        choose(page.get_by_label("Paper", exact=True), "A4")
        expect(sheet).to_have_attribute("viewBox", "0 0 2970 2100")
        page.get_by_role("button", name="Turn it").click()
        expect(sheet).to_have_attribute("viewBox", "0 0 2100 2970")
        for name in ("PDF", "SVG", "DXF"):
            with page.expect_download() as download:
                page.get_by_role("link", name=name, exact=True).first.click()
            self.assertTrue(download.value.suggested_filename.startswith("juniper-bend-one-line"))
        page.get_by_role("button", name="E7 Pull and cover").click()
        expect(page.get_by_text("page 1 of")).to_be_visible()
        page.get_by_role("button", name="Next").click()
        expect(page.get_by_role("img", name="Pull and cover, 2")).to_be_visible()

    def test_what_is_moved_answered_and_ticked_goes_out_and_what_changed_is_said(self):
        page, sheet = self.page, self.to_packet()
        pump = page.get_by_role("button", name=re.compile("^Move Pump stand"))
        low = pump.bounding_box()["y"]
        pump.press("ArrowDown")
        lower = "y => document.querySelector('[aria-label^=\"Move Pump stand\"]').getBoundingClientRect().y > y + 5"
        page.wait_for_function(lower, arg=low)
        pump.press("Delete")
        # What is shown is what is saved: the tick goes once the edit before it and this one are taken.
        page.get_by_label("Boxes goes out").click()
        expect(page.get_by_label("Boxes goes out")).not_to_be_checked()
        answer = page.get_by_label(re.compile("^Our answer, House panel to Studio panel")).first
        answer.fill("a fourth wire is ordered")
        answer.press("Tab")
        page.get_by_role("button", name="E9 Open, and our answers").click()
        expect(page.get_by_role("img", name=re.compile("^Open")).get_by_text("fourth wire is").first).to_be_visible()
        with page.expect_download() as download:
            page.get_by_role("button", name="Draft as one ZIP").click()
        names = zipfile.ZipFile(download.value.path()).namelist()
        self.assertIn("packet.pdf", names)
        self.assertNotIn("boxes.pdf", names)
        page.get_by_role("button", name="Issue A").click()
        expect(page.get_by_text("A is issued and kept as it is.")).to_be_visible()
        expect(page.get_by_role("link", name=re.compile("^A issued"))).to_be_visible()
        expect(page.get_by_text("Nothing on the sheets that go out.")).to_be_visible()
        page.get_by_role("link", name=re.compile("^3")).click()
        page.get_by_role("button", name=re.compile("^Studio panel")).first.click()
        page.get_by_label("Equipment name").fill("Kiln house")
        page.get_by_label("Equipment name").press("Enter")
        choose(page.get_by_label("It is", exact=True).first, "to come some day")
        page.keyboard.press("Escape")
        page.get_by_role("link", name="Packet").click()
        expect(sheet.get_by_text("Kiln house")).to_be_visible()
        changed = page.get_by_role("region", name="Changed")
        expect(changed.get_by_text(re.compile("Kiln house"))).not_to_have_count(0)
        expect(page.get_by_role("button", name="Issue B")).to_be_visible()

    def test_the_inspection_list_is_ticked_and_a_correction_becomes_a_house_rule(self):
        self.to_packet()
        page = self.page
        page.get_by_role("link", name="Inspection list").click()
        trench = page.get_by_role("region", name="Before the trench is closed")
        first, second = trench.get_by_role("listitem").nth(0), trench.get_by_role("listitem").nth(1)
        first.get_by_role("button", name=re.compile("^As it should be: ")).click()
        expect(first.get_by_role("alert")).to_have_text("Enter who is inspecting, at the top")
        page.get_by_label("Looked at by").fill("R. Vale")
        first.get_by_role("button", name=re.compile("^As it should be: ")).click()
        expect(first.get_by_text("as it should be · R. Vale")).to_be_visible()
        second.get_by_role("button", name="say more").click()
        second.get_by_role("button", name="To be corrected").click()
        expect(second.get_by_role("alert")).to_have_text("say what is to be corrected")
        second.get_by_label(re.compile("^What is wrong")).fill("sleeve at the slab")
        second.get_by_label(re.compile("a house rule from now on")).check()
        second.get_by_role("button", name="To be corrected").click()
        expect(second.get_by_text(re.compile("to be corrected: sleeve at the slab"))).to_be_visible()
        expect(second.get_by_text(re.compile("Asked for here: sleeve at the slab"))).to_be_visible()
        page.get_by_label("only what is open").check()
        expect(trench.get_by_text("as it should be · R. Vale")).to_have_count(0)
        page.get_by_role("link", name="House rules").click()
        watched = page.get_by_role("region", name="Watched for")
        expect(watched.get_by_text("sleeve at the slab")).to_have_count(2)
        watched.get_by_role("button", name="No longer on new jobs: sleeve at the slab").click()
        watched.get_by_role("button", name="Not on this job: sleeve at the slab").click()
        expect(watched.get_by_text("Nothing yet")).to_be_visible()
