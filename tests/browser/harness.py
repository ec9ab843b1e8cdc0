"""The real interface in a headless browser, served by the real server on a database of its own."""

import atexit
import logging
import re
import tempfile
import threading
import unittest
from contextlib import suppress
from functools import cache
from pathlib import Path

from playwright.sync_api import TimeoutError, expect, sync_playwright
from waitress.server import create_server

from northspan.server.app import create_app

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
expect.set_options(timeout=40_000)
# A window shut while an answer is on its way is no fault of the server's; faults of the application have their own log.
logging.getLogger("waitress").setLevel(logging.CRITICAL)


@cache
def chromium():
    """The one browser of this run; every desk has a window of its own in it, with nothing kept from the others."""
    playwright = sync_playwright().start()
    browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
    atexit.register(playwright.stop)
    atexit.register(browser.close)
    return browser


def box(locator):
    """Where something is on screen (px); what is drawn anew just then is looked for again."""
    for _ in range(50):
        locator.wait_for(timeout=5_000)
        if found := locator.bounding_box():
            return found
        drawn(locator.page)
    raise AssertionError(f"{locator} is not on screen")


def drawn(page):
    """Wait until the page has drawn what it knows now."""
    page.evaluate("new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))")


def still(page):
    """Wait until nothing on the page moves or turns its colours any more; what never ends is left alone."""
    page.evaluate(
        """async () => {
            const frame = () => new Promise((drawn) => requestAnimationFrame(drawn))
            const ends = (each) => each.playState === 'running' && each.effect.getComputedTiming().endTime < Infinity
            await frame()
            for (;;) {
                const moving = document.getAnimations().filter(ends)
                await Promise.allSettled(moving.map((each) => each.finished))
                await frame()
                await frame()
                if (!moving.length) return
            }
        }"""
    )


def choose(field, words):
    """Choose from a list by its words, however far down they stand."""
    listed = field.page.locator(".v-select__content:visible")
    # What is drawn anew just then closes its list again, before it is read or after.
    for patience in (3_000, 3_000, 3_000, 20_000):
        if not listed.count():
            field.click(force=True)
        with suppress(AssertionError, TimeoutError):
            expect(listed.get_by_role("option").first).to_be_visible(timeout=patience)
            _pick(listed, words, patience)
            break
    else:
        raise AssertionError(f"{words!r} was not to be chosen")
    expect(listed).to_have_count(0)


def _pick(listed, words, patience):
    """Scroll an open list to an option and click it. Raises TimeoutError where the list went meanwhile."""
    options = listed.locator(".v-list")
    options.evaluate("list => (list.scrollTop = 0)", timeout=patience)
    wanted = listed.get_by_role("option", name=words, exact=True)
    for _ in range(40):
        if wanted.count():
            break
        options.evaluate("list => (list.scrollTop += 120)", timeout=patience)
        still(listed.page)
    wanted.click(timeout=patience)


def arrived(page, address, let_go):
    """Let go an answer that was held back, and wait until the page has it and has drawn what it makes of it."""
    with page.expect_response(address) as answer:
        let_go()
    answer.value.finished()
    drawn(page)


class Desk:
    """A running server and a browser window on it; faults in the page are gathered in ``faults``."""

    def __init__(self, width=1280, height=800):
        self.folder = tempfile.TemporaryDirectory()
        app = create_app(f"sqlite:///{Path(self.folder.name) / 'jobs.sqlite'}", with_demo=True)
        self.server = create_server(app, host="127.0.0.1", port=0, threads=8)
        self.address = f"http://127.0.0.1:{self.server.effective_port}"
        threading.Thread(target=self.serve, daemon=True).start()
        self.window = chromium().new_context(viewport={"width": width, "height": height}, accept_downloads=True)
        self.page = self.window.new_page()
        self.faults = []
        self.page.on("pageerror", lambda error: self.faults.append(str(error)))
        self.page.on("console", lambda m: self.faults.append(m.text) if m.type == "error" else None)

    def serve(self):
        """Answer until closed, which takes the socket away under the loop."""
        with suppress(OSError):
            self.server.run()

    def close(self):
        """Shut the window, the browser and the server."""
        self.window.close()
        self.server.close()
        self.folder.cleanup()

    def open(self, path="/"):
        """Go to a page."""
        self.page.goto(self.address + path)

    def station(self, name):
        """A station on the drawing, by what it is called."""
        return self.page.get_by_role("button", name=re.compile(f"^{re.escape(name)},")).first

    def open_job(self, name):
        """Open a job from the list, and wait for its ladder."""
        self.open("/jobs")
        self.page.get_by_role("link", name=name, exact=True).click()
        expect(self.page.locator(".ladder").first).to_be_visible()


class BrowserTest(unittest.TestCase):
    """A window for each test; a test fails on any fault in the page that it did not expect."""

    expected_faults = ()

    def setUp(self):
        self.desk = Desk()
        self.addCleanup(self.desk.close)
        self.page = self.desk.page

    def tearDown(self):
        faults = [f for f in self.desk.faults if not any(e in f for e in self.expected_faults)]
        self.assertEqual(faults, [])

    def figure(self, label):
        """The text beside a label in the list of figures."""
        return self.page.locator("dl").locator(f"dt:text-is('{label}') + dd")

    def waits(self, many):
        """So many things wait in this browser."""
        self.page.wait_for_function(
            """async (many) => {
                const shelf = await new Promise((give) => {
                    const asked = indexedDB.open('north-span')
                    asked.onsuccess = () => give(asked.result)
                })
                const count = await new Promise((give) => {
                    const asked = shelf.transaction('waiting').objectStore('waiting').count()
                    asked.onsuccess = () => give(asked.result)
                })
                shelf.close()
                return count === many
            }""",
            arg=many,
        )

    def add(self, what, name, source):
        """Add a station in Span, as its dialog asks for it."""
        page = self.page
        page.get_by_role("button", name="Add building or circuit").click()
        dialog = page.get_by_role("dialog", name="Add to the property")
        dialog.get_by_label("What").first.click(force=True)
        listed = page.locator(".v-overlay").get_by_role("option")
        listed.filter(has_text=re.compile(f"^{what}")).click()
        dialog.get_by_label("Name, as on the job").fill(name)
        dialog.get_by_label("Feeds" if "Generator" in what else "Fed from").first.click(force=True)
        listed.filter(has_text=re.compile(f"^{source}$")).last.click()
        dialog.get_by_label("Length of wire, one way").fill("12")
        dialog.get_by_role("button", name="Add and size its run").click()
        expect(dialog).to_have_count(0)
