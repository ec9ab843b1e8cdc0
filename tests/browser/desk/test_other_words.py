"""A job under a made-up code book: every step is in that book's words, and a job of another book keeps its own."""

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, still
from tests.core.made.toy.registered import MILL, US, toy_book

STEPS = ("walk", "loads", "span", "ground", "day", "packet", "what-if", "rules")
# Of everything that is shown: words between tags, and what is said of a thing.
SAID = """() => {
    const said = new Set()
    for (const each of document.querySelectorAll('main *, header *, nav *')) {
        if (each.offsetParent === null && !each.closest('svg')) continue
        for (const node of each.childNodes) if (node.nodeType === 3) said.add(node.textContent.trim())
        for (const name of ['aria-label', 'title', 'placeholder']) said.add(each.getAttribute(name) ?? '')
    }
    return [...said].filter(Boolean)
}"""
# What is no word of one country's trade alone.
COMMON = ("can be", "Water pipe")


class OtherWords(BrowserTest):
    def setUp(self):
        registered = toy_book()
        registered.__enter__()
        self.addCleanup(registered.__exit__, None, None, None)
        super().setUp()

    def test_every_step_is_in_the_words_of_the_job_s_book(self):
        page = self.page
        made = page.request.post(f"{self.desk.address}/api/jobs", data=MILL).json()
        for step in STEPS:
            self.desk.open(f"/jobs/{made['id']}/{step}")
            expect(page.get_by_role("heading", name="Mill", exact=True)).to_be_visible()
            expect(page.locator("main h2").first).to_be_visible()
            page.evaluate("document.querySelectorAll('details').forEach((each) => (each.open = true))")
            still(page)
            said = page.evaluate(SAID)
            self.assertGreater(len(said), 20, step)
            foreign = [words for words in said if US.search(words) and not any(common in words for common in COMMON)]
            self.assertEqual(foreign, [], step)
        expect(page.get_by_role("link", name="Soil")).to_be_visible()
        self.desk.open(f"/jobs/{made['id']}/span")
        expect(page.get_by_text("Lives", exact=True)).to_be_visible()
        self.desk.open_job("Juniper Bend")
        expect(page.get_by_text("Hots", exact=True)).to_be_visible()
        expect(page.get_by_role("link", name="Ground")).to_be_visible()
