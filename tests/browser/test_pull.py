"""A run's way unrolled: dug, pulled, packed and mended by mouse, by key and on a phone; the cheapest property taken."""

import re

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, Desk, box, choose


class Pull(BrowserTest):
    def open(self, run="Studio panel", desk=None):
        (desk or self.desk).open_job("Juniper Bend")
        page = (desk or self.desk).page
        page.get_by_role("link", name=re.compile("Pull")).first.click()
        expect(page.get_by_label("The route unrolled")).to_be_visible()
        choose(page.get_by_label("Run", exact=True), run)
        expect(page.get_by_role("heading", name=re.compile(f"→ {run}"))).to_be_visible()
        return page

    def findings(self, page):
        return page.get_by_role("region", name="Findings here")

    def test_a_leg_is_dug_deeper_by_key_and_the_finding_goes(self):
        page = self.open("Pump stand")
        short = self.findings(page).get_by_text(re.compile("in of cover where 18 in is asked"))
        expect(short).to_be_visible()
        legs = page.get_by_role("slider")
        for at in (0, 1):
            for deep in range(13, 19):
                legs.nth(at).press("ArrowDown")
                expect(legs.nth(at)).to_have_attribute("aria-valuenow", str(deep))
        expect(short).to_have_count(0)
        expect(page.get_by_label("Cover from 1")).to_have_value("18")
        page.keyboard.press("u")
        expect(short).to_be_visible()

    def test_a_leg_is_dragged_and_a_point_lets_the_wire_out(self):
        page = self.open()
        leg = page.get_by_role("slider").nth(2)
        expect(leg).to_have_attribute("aria-valuenow", "20")
        leg.scroll_into_view_if_needed()
        at = box(leg)
        page.mouse.move(at["x"] + 14, at["y"] + 10)
        page.mouse.down()
        page.mouse.move(at["x"] + 14, at["y"] + 40, steps=5)
        page.mouse.up()
        expect(leg).to_have_attribute("aria-valuenow", "30")
        point = page.get_by_role("button", name=re.compile("^Point 2: no pull point"))
        point.focus()
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name=re.compile("^Point 2, pull box: wire comes out"))).to_be_visible()
        # The bend at that point is one no longer: 70° less.
        expect(page.get_by_text(re.compile("2 bends, 1[78][0-9]°"))).to_be_visible()

    def test_the_pipe_is_widened_for_what_comes_later(self):
        page = self.open()
        expect(page.get_by_title("fill with what comes later")).to_have_text("49 %")
        self.findings(page).get_by_role("button", name="Lay 2 in pipe").last.click()
        expect(page.get_by_role("heading", name=re.compile("2 in PVC 40"))).to_be_visible()
        expect(page.get_by_title("fill with what comes later")).to_have_text("29 %")
        page.get_by_role("button", name="Remove", exact=True).click()
        expect(page.get_by_title("fill with what comes later")).to_have_count(0)

    def test_wire_is_cut_and_what_is_kept_lengthens_it(self):
        page = self.open()
        cut = page.get_by_role("region", name="Cut")
        expect(cut.get_by_text("A 316 ft")).to_be_visible()
        kept = page.get_by_label("Kept at the end", exact=True)
        kept.fill("63")
        kept.press("Enter")
        expect(cut.get_by_text("A 376 ft")).to_be_visible()
        expect(cut.get_by_text(re.compile("Pump stand"))).to_have_count(0)
        cut.get_by_label("the whole job").check()
        expect(cut.get_by_text(re.compile("Pump stand")).first).to_be_visible()

    def test_steel_is_taken_from_the_ways_side_by_side(self):
        page = self.open("Pump stand")
        page.get_by_role("region", name="Cover here").get_by_role("button", name="Take it").click()
        expect(page.get_by_role("heading", name=re.compile("RMC"))).to_be_visible()
        expect(self.findings(page).get_by_text(re.compile("of cover where"))).to_have_count(0)

    def test_bad_input_is_refused_at_its_field(self):
        page = self.open()
        rope = page.get_by_label("Rope in hand", exact=True)
        rope.fill("0")
        rope.press("Enter")
        refusal = page.locator(".field", has=rope).get_by_role("alert")
        expect(refusal).to_have_text("must be more than 0, not 0")
        expect(rope).to_have_value("0")

    expected_faults = ("422",)

    def test_at_390_px_everything_is_in_reach(self):
        phone = Desk(width=390, height=844)
        self.addCleanup(phone.close)
        page = self.open("Pump stand", phone)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        expect(page.get_by_role("region", name="The pull")).to_be_attached()

    def test_what_to_buy_follows_the_plan_and_what_is_there_already_is_not_bought(self):
        page = self.open()
        page.get_by_role("link", name="What to buy").click()
        listed = page.get_by_role("region", name="Materials")
        wire = listed.get_by_title("Working: wire al 3/0 XHHW-2 red")
        wire.click()
        working = page.get_by_role("region", name=re.compile("^Working"))
        # 310 ft and 3 ft at each end.
        expect(working.get_by_text("House panel to Studio panel, B")).to_be_visible()
        expect(working.get_by_text("316 ft")).to_be_visible()
        expect(listed.get_by_text("wire cu 6 THHN red")).to_have_count(0)
        page.get_by_role("link", name=re.compile("Walk")).click()
        page.get_by_role("navigation", name="Places").get_by_role("button", name="Ceramics studio").click()
        there = page.get_by_label("The wire to Studio panel is in place already")
        there.check()
        expect(page.get_by_role("button", name=re.compile("^Undo"))).to_be_enabled()
        page.get_by_role("link", name=re.compile("Pull")).first.click()
        page.get_by_role("link", name="What to buy").click()
        expect(listed.get_by_role("row").first).to_be_visible()
        expect(wire).to_have_count(0)
        page.get_by_label("only what to buy").check()
        expect(listed.get_by_text("have it")).to_have_count(0)
        for name in ("PDF", "CSV"):
            with page.expect_download() as download:
                page.get_by_role("link", name=name, exact=True).click()
            self.assertEqual(download.value.suggested_filename, f"juniper-bend-materials.{name.lower()}")

    def test_the_cheapest_property_is_found_and_taken(self):
        self.desk.open_job("Cobalt Street")
        page = self.page
        page.get_by_role("link", name="What if").click()
        years = page.get_by_label("With losses over")
        years.fill("0")
        years.press("Enter")
        page.get_by_role("button", name="Find it").click()
        least = page.get_by_role("region", name="Least cost that passes")
        expect(least.get_by_title("least cost")).to_have_text("$1,400")
        least.get_by_role("button", name="Build it so, 3 runs").click()
        expect(page.get_by_role("button", name=re.compile("^Undo"))).to_be_enabled()
        page.get_by_role("button", name="Find it").click()
        expect(least.get_by_text("It is the cheapest already")).to_be_visible()
