"""Everyone can use it: every view looked over by axe, in both widths and on both papers; findings reached by key."""

import re
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, Desk, still

AXE = (Path(__file__).parents[3] / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text("utf-8")
PANELS = ("panels?circuit=dishwasher", *(f"panels?tab={tab}" for tab in ("list", "bought", "move", "boxes")))
GROUND = tuple(f"ground?tab={tab}" for tab in ("answers", "electrodes", "soil"))
# What the switch of papers does: the theme's class is another. Gives the paper that is up.
INKS = """(paper) => {
    const [from, to] = paper === 'dark' ? ['paper', 'basement'] : ['basement', 'paper']
    const themed = document.querySelectorAll(`.v-theme--${from}`)
    for (const each of themed) each.classList.replace(`v-theme--${from}`, `v-theme--${to}`)
    const shown = getComputedStyle(document.querySelector('.v-application')).backgroundColor
    return shown === 'rgb(18, 32, 28)' ? 'dark' : 'light'
}"""
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

DIALOGS = (
    ("span", "Add building or circuit"),
    ("loads", re.compile("^Add an appliance")),
    ("panels", re.compile("^Paste rows")),
)
IN_BAR = ("Hand over", re.compile("^Go to"), "Keys, ?", re.compile("house rules:"))
IN_MORE = ("Go to", "Name, note and house rules")


class Access(BrowserTest):
    def look(self, desk, view):
        """Nothing that axe finds wrong on the view that is up, on either paper."""
        desk.page.wait_for_load_state("networkidle")
        still(desk.page)
        desk.page.evaluate(AXE)
        for paper, only, least in (("light", "", 5), ("dark", "runOnly: ['color-contrast'],", 0)):
            # On the other paper only the inks are others.
            with self.subTest(view=view, paper=paper):
                self.assertEqual(desk.page.evaluate(INKS, paper), paper)
                still(desk.page)
                found = desk.page.evaluate(f"axe.run(document, {{ {only} resultTypes: ['violations'] }})")
                self.assertGreater(len(found["passes"]), least, view)
                wrong = [f"{v['id']}: {n['html'][:160]}" for v in found["violations"] for n in v["nodes"]]
                self.assertEqual(wrong, [])
        desk.page.evaluate(INKS, "light")

    def look_into(self, desk, name):
        """The dialog or list that a button opens, and the way back by key."""
        desk.page.get_by_role("button", name=name).first.click()
        self.look(desk, str(name))
        desk.page.keyboard.press("Escape")
        expect(desk.page.locator(".v-overlay--active")).to_have_count(0)

    def look_everywhere(self, width):
        desk = Desk(width=width)
        self.addCleanup(desk.close)
        page = desk.page
        desk.open("/jobs")
        desk.open_job("Juniper Bend")
        job = re.search(r"/jobs/[0-9a-f]{32}", page.url)[0]
        for step in STEPS:
            desk.open(f"{job}/{step}")
            expect(page.locator("main h2, main h3").first).to_be_visible()
            self.look(desk, step)
        for step, *names in DIALOGS:
            desk.open(f"{job}/{step}")
            expect(page.locator("main h2, main h3").first).to_be_visible()
            for name in names:
                self.look_into(desk, name)
        for name in IN_MORE if width < 700 else IN_BAR:
            if width < 700:
                page.get_by_role("button", name="More", exact=True).click()
            self.look_into(desk, name)
        # A house that stands already: of it there may be a recording.
        desk.open_job("Cobalt Street")
        page.get_by_role("navigation").get_by_role("link", name="Loads").click()
        self.look_into(desk, re.compile("^Read a recording"))
        for path in (*PAGES, "/jobs"):
            desk.open(path)
            expect(page.locator("main h1, main h2").first).to_be_visible()
            self.look(desk, path)
        page.get_by_role("button", name="New job").click()
        self.look(desk, "new job")
        self.assertEqual(desk.faults, [])

    def test_wide(self):
        self.look_everywhere(1280)

    def test_narrow(self):
        self.look_everywhere(390)

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
