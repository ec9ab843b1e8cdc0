"""The screens as they are looked at: nothing cut off, nothing faint, nothing without a name, nothing lost."""

import io
import re

from playwright.sync_api import expect
from pypdf import PdfReader

from tests.browser.harness import BrowserTest, choose, still

CLIPPED = """() => [...document.querySelectorAll('button, a, dt, dd, th, td, label span, h1, h2, h3, p, text')]
  .filter((e) => !e.closest('.visually-hidden') && e.checkVisibility() && e.textContent.trim())
  .filter((e) => e.scrollWidth > e.clientWidth + 1 && e.clientWidth > 0)
  .filter((e) => ['hidden', 'clip'].includes(getComputedStyle(e).overflowX))
  .filter((e) => getComputedStyle(e).textOverflow !== 'ellipsis')
  .map((e) => e.textContent.trim().slice(0, 40))"""

FAINT = """() => {
  const parse = (c) => (c.match(/[\\d.]+/g) ?? []).map(Number);
  const light = ([r, g, b]) => {
    const part = (v) => ((v /= 255) <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
    return 0.2126 * part(r) + 0.7152 * part(g) + 0.0722 * part(b);
  };
  const behind = (e) => {
    for (; e; e = e.parentElement) {
      const c = parse(getComputedStyle(e).backgroundColor);
      if (c.length === 3 || c[3] === 1) return c;
    }
    return [255, 255, 255];
  };
  const own = (e) => [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim());
  const found = [];
  for (const e of document.querySelectorAll('body *')) {
    if (!own(e) || !e.checkVisibility({ opacityProperty: true }) || e.closest(':disabled, .visually-hidden')) continue;
    const style = getComputedStyle(e);
    const svg = e.namespaceURI.endsWith('svg');
    if (e.tagName === 'title' || e.tagName === 'OPTION' || style.opacity === '0') continue;
    const [a, b] = [light(parse(svg ? style.fill : style.color)), light(behind(e))];
    const ratio = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    if (ratio < 4.5) found.push(`${ratio.toFixed(2)} ${e.textContent.trim().slice(0, 30)}`);
  }
  return found;
}"""

NAMELESS = """() => [...document.querySelectorAll('button, a, input, select, textarea, [role=button]')]
  .filter((e) => e.checkVisibility() && e.type !== 'hidden')
  .filter((e) => !(e.textContent.trim() || e.getAttribute('aria-label') || e.labels?.length || e.getAttribute('title')))
  .map((e) => e.outerHTML.slice(0, 90))"""

TOO_WIDE = "() => document.scrollingElement.scrollWidth - window.innerWidth"


OVERLAPPING = """() => {
  const words = [...document.querySelectorAll('.profile text.name, .profile text.reading')]
    .map((e) => [e.textContent.trim().slice(0, 24), e.getBoundingClientRect()]);
  const found = [];
  words.forEach(([a, r], i) => words.slice(i + 1).forEach(([b, q]) => {
    const across = Math.min(r.right, q.right) - Math.max(r.left, q.left);
    const down = Math.min(r.bottom, q.bottom) - Math.max(r.top, q.top);
    if (across > 1 && down > 3) found.push(`${a} / ${b}`);
  }));
  return found;
}"""


class TheDrawing(BrowserTest):
    def test_words_in_the_profile_do_not_lie_on_each_other(self):
        for width in (1280, 900, 390):
            self.page.set_viewport_size({"width": width, "height": 800})
            for job in ("Juniper Bend", "Cobalt Street"):
                with self.subTest(job=job, width=width):
                    self.desk.open_job(job)
                    still(self.page)
                    self.assertEqual(self.page.evaluate(OVERLAPPING), [])

    def test_it_draws_the_voltages_that_were_solved(self):
        self.desk.open_job("Juniper Bend")
        job_id = self.page.url.split("/")[-2]
        state = self.page.request.get(f"{self.desk.address}/api/jobs/{job_id}").json()
        far = next(s for s in state["solution"]["stations"] if s["id"] == "press-panel")
        words = f"{far['volts']['value']:.1f} V {far['drop_pct']['value']:.1f} %"
        expect(self.page.locator("text.reading.over")).to_have_text(words)

    def test_a_run_is_chosen_on_the_drawing(self):
        self.desk.open_job("Juniper Bend")
        self.page.locator("[data-run=press-feeder] line").click(force=True)
        expect(self.page.locator(".runname")).to_have_text("Studio panel → Press house panel")
        expect(self.page.locator("[data-rule=wet-place]")).to_be_visible()


class EveryView(BrowserTest):
    def views(self):
        page = self.page
        self.desk.open("/jobs")
        expect(page.get_by_role("link", name="Juniper Bend", exact=True)).to_be_visible()
        yield "jobs"
        for job in ("Cobalt Street", "Juniper Bend"):
            self.desk.open_job(job)
            yield f"span of {job}"
        page.keyboard.press("j")
        page.locator(".rung .row").first.click()
        expect(page.locator(".rung-figures")).to_be_visible()
        yield "a rung explained"
        self.desk.station("Studio panel").click()
        yield "a station"
        page.get_by_role("link", name="Walk").click()
        expect(page.get_by_label("Site plan")).to_be_visible()
        yield "walk"
        page.get_by_role("link", name="Loads").first.click()
        expect(page.locator(".methods")).to_be_visible()
        yield "loads"
        page.get_by_role("button", name="Dishwasher").click()
        expect(page.get_by_label("Appliance", exact=True)).to_be_visible()
        yield "an appliance"
        page.get_by_role("link", name="Ground").first.click()
        expect(page.locator(".readout dl")).to_be_visible()
        yield "ground"
        page.get_by_role("tab", name="Electrodes").click()
        page.get_by_role("button", name="rod, 8 ft").click()
        yield "electrodes"
        page.get_by_role("tab", name="Soil and ohms").click()
        yield "soil"
        page.get_by_role("link", name="What if").click()
        page.get_by_role("button", name="Copper").click()
        expect(page.locator("thead .variant")).to_have_count(1)
        yield "what if"
        page.get_by_role("link", name="House rules").click()
        expect(page.get_by_role("heading", name="House rules")).to_be_visible()
        yield "house rules"
        self.desk.open("/shop/catalogue")
        expect(page.locator(".rows td").first).to_be_visible()
        yield "catalogue"
        self.desk.open("/shop/prices")
        expect(page.locator(".rows td").first).to_be_visible()
        yield "prices"
        page.get_by_role("link", name="Code book").click()
        expect(page.locator("tbody tr").first).to_be_visible()
        yield "code book"
        self.desk.open("/book/readings")
        expect(page.get_by_role("heading", name="Readings taken")).to_be_visible()
        yield "readings"
        self.desk.open("/quick")
        expect(page.locator(".ladder").first).to_be_visible()
        yield "quick check"

    def test_nothing_is_cut_off_faint_or_nameless(self):
        for view in self.views():
            with self.subTest(view=view):
                self.assertEqual(self.page.evaluate(CLIPPED), [])
                self.assertEqual(self.page.evaluate(FAINT), [])
                self.assertEqual(self.page.evaluate(NAMELESS), [])
                self.assertLessEqual(self.page.evaluate(TOO_WIDE), 0)

    def test_nothing_is_wider_than_a_tablet_held_upright(self):
        self.page.set_viewport_size({"width": 390, "height": 844})
        for view in self.views():
            with self.subTest(view=view):
                self.assertLessEqual(self.page.evaluate(TOO_WIDE), 0)

    def test_every_number_in_the_figures_has_a_unit(self):
        self.desk.open_job("Juniper Bend")
        bare = {"Size", "Neutral", "Equipment ground"}
        for term in self.page.locator(".inspector dl dt").all():
            name = term.inner_text()
            text = term.locator("xpath=following-sibling::dd[1]").inner_text()
            if name not in bare and re.search(r"\d", text):
                self.assertRegex(text, r"(A|V|%|W|kWh|ft|in)\b|%", name)


class Shelves(BrowserTest):
    def names(self):
        return self.page.locator("td.name a")

    def test_archive_find_and_bring_back(self):
        page = self.page
        self.desk.open("/jobs")
        row = page.locator("tr", has=page.get_by_role("link", name="Cobalt Street"))
        row.get_by_role("button", name="Archive").click()
        expect(self.names()).to_have_text(["Tamarack Row", "Juniper Bend"])
        page.get_by_role("tab", name="Archived").click()
        expect(self.names()).to_have_text(["Cobalt Street"])
        page.get_by_role("button", name="Bring back").click()
        expect(page.get_by_role("heading", name="Nothing on this shelf")).to_be_visible()
        page.get_by_role("tab", name="Open").click()
        expect(self.names()).to_have_count(3)

    def test_delete_has_a_way_back_and_search_finds(self):
        page = self.page
        self.desk.open("/jobs")
        page.locator("tr", has=page.get_by_role("link", name="Juniper Bend")).get_by_role("button", name="Copy").click()
        expect(self.names()).to_have_text(["Juniper Bend (copy)", "Tamarack Row", "Juniper Bend", "Cobalt Street"])
        page.locator("tr", has=page.get_by_text("(copy)")).get_by_role("button", name="Delete").click()
        expect(self.names()).to_have_count(3)
        page.get_by_role("tab", name="Deleted").click()
        expect(self.names()).to_have_text(["Juniper Bend (copy)"])
        page.get_by_role("tab", name="Open").click()
        page.get_by_label("Find a job by name").fill("cob")
        expect(self.names()).to_have_text(["Cobalt Street"])
        page.get_by_label("Find a job by name").fill("nowhere")
        expect(page.get_by_role("heading", name="No job by that name")).to_be_visible()

    def test_an_empty_shelf_says_what_to_do(self):
        page = self.page
        self.desk.open("/jobs")
        for left in (2, 1, 0):
            page.get_by_role("button", name="Delete").first.click()
            expect(self.names()).to_have_count(left)
        expect(page.get_by_role("heading", name="No jobs yet")).to_be_visible()
        page.locator(".empty").get_by_role("button", name="New job").click()
        expect(page.get_by_role("dialog", name="New job")).to_be_visible()
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Fresh demo job").click()
        page.get_by_text("Juniper Bend", exact=True).click()
        expect(page.get_by_role("heading", name="Juniper Bend")).to_be_visible()


class Settings(BrowserTest):
    def test_house_rules_decide_at_once(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.keyboard.press("j")
        page.keyboard.press("j")
        expect(self.figure("Size")).to_have_text("3/0")
        page.get_by_role("link", name="House rules").click()
        # 5 %: the 89 A over 310 ft may lose 12 V; 1/0 loses 11.0 V, and 1 al carries 100 A of the 101 A asked for.
        page.get_by_label("Drop, service and feeders").fill("5")
        page.get_by_label("Drop, service and feeders").press("Enter")
        page.get_by_label("These rules are called").fill("Ridge county")
        page.get_by_label("These rules are called").press("Enter")
        page.get_by_label("the standard method").click()
        expect(page.get_by_text("not the default")).to_have_count(2)
        page.get_by_role("navigation").get_by_role("link", name="Span").click()
        expect(page.get_by_role("button", name="house rules: Ridge county")).to_be_visible()
        expect(self.figure("Size")).to_have_text("1/0")

    def test_metres_and_dark_paper_are_remembered(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.get_by_role("button", name="ft only").click()
        expect(self.figure("Longest at this load")).to_contain_text(" m")
        expect(page.locator(".profile")).to_contain_text("100 · 30 m")
        page.get_by_label("Dark paper").click()
        page.reload()
        expect(page.get_by_role("button", name="ft + m")).to_be_visible()
        expect(page.get_by_label("Light paper")).to_be_visible()

    def test_a_server_that_is_gone_is_said_and_what_was_typed_stays(self):
        self.expected_faults = ("ERR_",)
        page = self.page
        self.desk.open_job("Juniper Bend")
        self.desk.window.set_offline(True)
        length = page.get_by_label("Length, one way")
        length.fill("77")
        length.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="does not answer")).to_be_visible()
        expect(length).to_have_value("77")
        self.desk.window.set_offline(False)
        length.press("Enter")
        expect(page.locator("[data-run=service-run] title")).to_contain_text("77 ft")
        expect(page.get_by_role("alert")).to_have_count(0)

    def test_a_page_that_is_not_there_leads_to_the_jobs(self):
        self.expected_faults = ("404", "422")
        self.desk.open("/somewhere/else")
        expect(self.page.get_by_role("heading", name="Jobs")).to_be_visible()
        self.desk.open(f"/jobs/{'0' * 32}/span")
        expect(self.page.get_by_role("heading", name="There is no such job here")).to_be_visible()
        self.page.get_by_role("link", name="Back to the jobs").click()
        expect(self.page.get_by_role("heading", name="Jobs")).to_be_visible()

    def test_sets_metal_and_parallel_limits_from_the_inspector(self):
        page = self.page
        self.desk.open("/quick")
        choose(page.get_by_label("System").first, "120/208-3w")
        expect(page.get_by_label("Loaded wires", exact=True)).to_have_value("")
        expect(page.locator("dt", has_text="Worse leg")).to_be_visible()
        page.get_by_label("Parallel sets").fill("2")
        page.keyboard.press("Enter")
        expect(page.locator("[data-metal=cu] .chosen")).to_have_attribute("data-size", "1/0")
        expect(page.locator("[data-metal=cu] [data-size='1'] .last")).to_contain_text("parallel from 1/0 up")
        choose(page.get_by_label("Metal", exact=True), "aluminium")
        expect(page.locator("[data-metal=al] .chosen")).to_have_attribute("data-size", "1/0")
        page.keyboard.press("Escape")
        page.locator("h1").first.click()
        page.keyboard.press("u")
        page.keyboard.press("u")
        expect(page.locator("[data-metal=cu] .chosen")).to_have_attribute("data-size", "6")


class OnPaper(BrowserTest):
    def test_every_screen_prints_as_a_page_with_its_end(self):
        self.desk.open_job("Juniper Bend")
        page = self.page
        page.evaluate("localStorage.setItem('dark', 'yes')")
        job = re.search(r"/jobs/[0-9a-f]{32}", page.url)[0]
        for path in (f"{job}/span", f"{job}/ground", f"{job}/loads", f"{job}/rules", "/shop/prices", "/book"):
            self.desk.open(path)
            page.wait_for_load_state("networkidle")
            page.emulate_media(media="print")
            ends = page.evaluate(LAST_WORDS)
            page.emulate_media(media="screen")
            printed = PdfReader(io.BytesIO(page.pdf(format="Letter")))
            text = "".join(sheet.extract_text() for sheet in printed.pages)
            with self.subTest(path=path):
                self.assertTrue(ends)
                for words in ends:
                    self.assertIn("".join(words.split()).lower(), "".join(text.split()).lower())


LAST_WORDS = """() => {
  const shown = (e) => e.checkVisibility() && e.children.length === 0 && e.textContent.trim().length > 3;
  const cells = (e) => [...e.querySelectorAll('p, td, dd, th')];
  const within = (where) => [...document.querySelectorAll(where)].flatMap(cells);
  return ['main', '.right, aside'].map((where) => within(where).filter(shown).at(-1)).filter(Boolean)
    .map((e) => e.textContent.trim().slice(0, 24));
}"""
