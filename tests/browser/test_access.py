"""Everyone can use it: every view looked over by axe, in both widths and on both papers; findings reached by key."""

import re
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, Desk

AXE = (Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text("utf-8")
PANELS = ("panels?circuit=dishwasher", *(f"panels?tab={tab}" for tab in ("list", "bought", "move", "boxes")))
GROUND = tuple(f"ground?tab={tab}" for tab in ("answers", "electrodes", "soil"))
STEPS = ("walk", "loads", *GROUND, *PANELS, "pull?run=studio-feeder", "pull/buy", "day", "test",
         "history", "packet", "what-if", "rules", "span")  # fmt: skip
PAGES = (
    "/quick",
    "/shop/catalogue",
    "/shop/prices",
    "/shop/panels",
    "/shop/breakers",
    "/shop/spools",
    "/shop/van",
    "/book",
    "/logbook",
)


class Access(BrowserTest):
    def look(self, desk, view):
        """Nothing that axe finds wrong on the view that is up."""
        desk.page.wait_for_load_state("networkidle")
        desk.page.wait_for_timeout(150)
        desk.page.evaluate(AXE)
        # On the other paper only the inks are others.
        dark = desk.page.evaluate("localStorage.getItem('dark')") == "yes"
        only = "runOnly: ['color-contrast']," if dark else ""
        found = desk.page.evaluate(f"axe.run(document, {{ {only} resultTypes: ['violations'] }})")
        self.assertGreater(len(found["passes"]), 0 if dark else 5, view)
        wrong = [f"{v['id']}: {n['html'][:160]}" for v in found["violations"] for n in v["nodes"]]
        with self.subTest(view=view):
            self.assertEqual(wrong, [])

    def look_everywhere(self, width, dark):
        desk = Desk(width=width)
        self.addCleanup(desk.close)
        page = desk.page
        desk.open("/jobs")
        page.evaluate(f"localStorage.setItem('dark', '{dark}')")
        desk.open_job("Juniper Bend")
        job = re.search(r"/jobs/[0-9a-f]{32}", page.url)[0]
        for step in STEPS:
            desk.open(f"{job}/{step}")
            expect(page.locator("main h2, main h3").first).to_be_visible()
            self.look(desk, step)
        for name in ("Hand over", "Add building or circuit", re.compile("^Go to"), "Keys, ?"):
            page.get_by_role("button", name=name).first.click()
            self.look(desk, str(name))
            page.keyboard.press("Escape")
            expect(page.locator(".v-overlay--active")).to_have_count(0)
        for path in (*PAGES, "/jobs"):
            desk.open(path)
            expect(page.locator("main h1, main h2").first).to_be_visible()
            self.look(desk, path)
        page.get_by_role("button", name="New job").click()
        self.look(desk, "new job")
        self.assertEqual(desk.faults, [])

    def test_wide_and_light(self):
        self.look_everywhere(1280, "no")

    def test_wide_and_dark(self):
        self.look_everywhere(1280, "yes")

    def test_narrow_and_light(self):
        self.look_everywhere(390, "no")

    def test_a_key_goes_to_the_findings_and_focus_stays_near_after_a_fix(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.keyboard.press("f")
        titles = page.locator("[data-findings] .finding .title")
        expect(titles.first).to_be_focused()
        fix = page.locator("[data-findings]").first.locator(".fixes button").first
        mended = fix.evaluate("it => it.closest('.finding').querySelector('.title').textContent")
        expect(titles.filter(has_text=mended)).to_have_count(1)
        fix.focus()
        page.keyboard.press("Enter")
        expect(titles.filter(has_text=mended)).to_have_count(0)
        near = page.evaluate("document.activeElement.closest('[data-findings]') !== null")
        self.assertTrue(near)

    def test_the_drawing_and_the_ladder_are_said(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        drawing = page.get_by_role("group", name="Voltage along the property")
        names = drawing.get_by_role("button").evaluate_all("all => all.map((one) => one.getAttribute('aria-label'))")
        self.assertEqual(len(names), len(set(names)))
        feet = [float(re.search(r"([\d.]+) ft(?:,| \(|·| ·)?.* from the source", n)[1]) for n in names if "source" in n]
        self.assertEqual(feet, sorted(feet))
        self.assertTrue(any(n.startswith("Run to") for n in names))
        rung = page.locator(".ladder").first.get_by_role("button", name=re.compile("working")).first
        expect(rung).to_have_accessible_name(re.compile(r"(passes|fails), carries .*\d+ A.*drops .*%"))
