"""Take the pictures in docs/screenshots from the demo jobs, one of each main view."""

import re
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT))

from tests.browser.harness import Desk, choose, still  # noqa: E402

FOLDER = ROOT / "docs" / "screenshots"


def main() -> None:
    """Draw every view anew."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    desk = Desk()
    page = desk.page
    # Clocks stand at their end at once.
    page.emulate_media(reduced_motion="reduce")

    def shoot(name: str) -> None:
        still(page)
        page.screenshot(path=FOLDER / f"{name}.png")

    def taken(label: str, words: str) -> None:
        choose(page.get_by_role("combobox", name=label, exact=True).last, words)
        # In a list a key looks for what begins with it; elsewhere it leads to a step.
        page.evaluate("document.activeElement.blur()")

    def studio() -> None:
        desk.open_job("Juniper Bend")
        page.keyboard.press("j")
        page.keyboard.press("j")

    try:
        desk.open("/jobs")
        page.get_by_role("link", name="Juniper Bend", exact=True).wait_for()
        shoot("jobs")
        studio()
        shoot("span")
        page.keyboard.press("1")
        taken("Of the run to", "Studio panel")
        shoot("walk")
        page.keyboard.press("2")
        page.locator(".methods").wait_for()
        shoot("loads")
        page.keyboard.press("4")
        page.get_by_label("What happens").get_by_text("Hand to ground").wait_for()
        shoot("ground")
        page.get_by_role("link", name="What if").click()
        page.get_by_role("button", name="Other voltages").click()
        page.locator("thead .variant").nth(1).wait_for()
        page.get_by_role("button", name="Copper").click()
        page.locator("thead .variant").nth(2).wait_for()
        shoot("what-if")
        page.get_by_role("link", name="House rules").click()
        shoot("house-rules")
        page.keyboard.press("5")
        taken("Panel", "House panel")
        page.locator("[data-circuit=dishwasher]").click()
        page.keyboard.press("b")
        page.get_by_role("button", name="Make these moves").wait_for()
        shoot("panels")
        page.get_by_role("link", name="Pull").click()
        taken("Run", "Studio panel")
        shoot("pull")
        page.keyboard.press("8")
        page.get_by_role("region", name="What would explain it").wait_for()
        page.get_by_role("button", name="Read that").click()
        page.get_by_role("button", name="Take it from there").click()
        page.locator(".display").wait_for()
        shoot("test")
        page.set_viewport_size({"width": 390, "height": 844})
        shoot("test-390")
        page.set_viewport_size({"width": 1280, "height": 800})
        page.get_by_role("link", name="Packet").click()
        page.get_by_role("img", name="One-line").wait_for()
        shoot("packet")
        page.get_by_role("link", name="Logbook").click()
        page.get_by_role("table", name="Found").wait_for()
        shoot("logbook")
        page.get_by_role("link", name="Code book").click()
        page.get_by_role("link", name="310.16").click()
        shoot("code-book")
        desk.open("/shop/catalogue")
        page.locator(".rows td").first.wait_for()
        shoot("shop")
        desk.open("/quick")
        page.locator(".ladder").first.wait_for()
        page.locator("dl button").nth(11).click()
        shoot("quick-check")
        desk.open_job("Tamarack Row")
        page.keyboard.press("7")
        page.get_by_role("button", name=re.compile("^Bring over")).first.click()
        shoot("day")
        page.keyboard.press("5")
        page.set_viewport_size({"width": 390, "height": 844})
        page.locator("[data-circuit=water-heater]").click()
        page.locator("svg .bus-a").scroll_into_view_if_needed()
        page.evaluate("document.querySelector('.tabs').scrollIntoView()")
        shoot("panels-390")
        desk.open_job("Juniper Bend")
        page.keyboard.press("1")
        shoot("walk-390")
    finally:
        desk.close()


if __name__ == "__main__":
    main()
