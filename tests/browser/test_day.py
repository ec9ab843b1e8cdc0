"""The day on screen: a strip, what a moved task costs in the dark, the moment of change ticked, also without signal."""

import re

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, box


class Day(BrowserTest):
    # The wire is cut on purpose.
    expected_faults = ("ERR_INTERNET_DISCONNECTED",)

    def test_a_moved_task_says_what_it_costs_and_ticks_wait_for_the_wire(self):
        self.desk.open_job("Tamarack Row")
        page = self.page
        page.keyboard.press("7")
        expect(page.get_by_text("power off 2 h 8 min").first).to_be_visible()
        # Moved alone the last dark task takes all of the dark hours along; against a pinned first it costs.
        page.get_by_role("button", name=re.compile("^Load off, .*proved dead.*arrow")).press("Enter")
        page.get_by_role("button", name="Pin it there").click()
        expect(page.get_by_text("no longer off by the last change")).to_be_visible()
        legs = page.get_by_role("button", name=re.compile("^Legs checked.*arrow"))
        at, lane = box(legs), box(page.locator(".lane").nth(1))
        page.mouse.move(at["x"] + 4, at["y"] + 8)
        page.mouse.down()
        # The strip is seven hours long: a quarter of an hour further.
        page.mouse.move(at["x"] + 4 + lane["width"] / 28, at["y"] + 8, steps=3)
        expect(page.get_by_role("status").filter(has_text="power off + 15 min")).to_be_visible()
        page.mouse.up()
        expect(page.get_by_text("+ 15 min by the last change")).to_be_visible()
        task = page.get_by_role("region", name=re.compile("^Legs checked"))
        task.get_by_role("button", name="Let the plan place it").click()
        expect(page.get_by_text("− 15 min by the last change")).to_be_visible()
        change = page.get_by_role("region", name="At the moment of change")
        change.get_by_role("button", name=re.compile("^Done: Main off")).click()
        expect(change.get_by_role("alert")).to_have_text("Enter your name above first")
        change.get_by_label("Ticked by").fill("R. Vale")
        self.page.context.set_offline(True)
        change.get_by_role("button", name=re.compile("^Done: Main off")).click()
        expect(change.get_by_text(re.compile("R. Vale .*not sent yet"))).to_be_visible()
        self.page.context.set_offline(False)
        expect(change.get_by_text("not sent yet")).to_have_count(0)
        page.reload()
        expect(change.get_by_role("button", name=re.compile("^Done: Main off"))).to_have_attribute(
            "aria-pressed", "true"
        )
        page.set_viewport_size({"width": 390, "height": 844})
        expect(page.get_by_role("listitem").filter(has_text="Bring over 14").first).to_be_visible()
        wide = page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
