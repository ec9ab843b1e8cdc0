"""Take the pictures in docs/screenshots from the demo jobs, one of each main view."""

import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT))

from tests.browser.harness import Desk  # noqa: E402

FOLDER = ROOT / "docs" / "screenshots"


def main() -> None:
    """Draw every view anew."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    desk = Desk()
    page = desk.page

    def shoot(name: str) -> None:
        page.wait_for_timeout(400)
        page.screenshot(path=FOLDER / f"{name}.png")

    def studio() -> None:
        desk.open_job("Juniper Bend")
        page.keyboard.press("j")
        page.keyboard.press("j")

    try:
        desk.open("/jobs")
        page.get_by_role("link", name="Juniper Bend").wait_for()
        shoot("jobs")
        page.get_by_role("button", name="New job").click()
        shoot("new-job")
        studio()
        shoot("span")
        page.get_by_role("button", name="house rules").click()
        shoot("house-rules")
        page.get_by_role("button", name="Done").click()
        page.get_by_role("button", name="Studio panel", exact=True).click()
        shoot("station")
        page.get_by_label("Dark paper").click()
        shoot("span-dark")
        page.get_by_label("Light paper").click()
        page.get_by_role("link", name="Code book").click()
        page.get_by_role("link", name="310.16").click()
        shoot("code-book")
        desk.open("/quick")
        page.locator(".ladder").first.wait_for()
        page.locator("dl button").nth(11).click()
        shoot("quick-check")
        page.set_viewport_size({"width": 390, "height": 844})
        studio()
        shoot("span-390")
    finally:
        desk.close()


if __name__ == "__main__":
    main()
