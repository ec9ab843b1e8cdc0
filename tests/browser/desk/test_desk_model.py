"""Random edits, previews, undos and lost answers: whenever the page is at rest, it shows what the server has."""

import re
import time
from contextlib import suppress

from hypothesis import HealthCheck
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule
from playwright.sync_api import TimeoutError

from tests import examples
from tests.browser.harness import Desk, choose

JOBS = re.compile(r"/api/jobs/[0-9a-f]{32}(/undo|/redo)?$")
LENGTHS = st.integers(20, 400)
REFUSALS = {"422": 422, "500": 500, "503": 503}


class DeskModel(RuleBasedStateMachine):
    """One person at one run, a second tab beside, and a line that does what it likes."""

    def __init__(self):
        super().__init__()
        self.desk = Desk()
        self.page = self.desk.page
        self.broken = []
        self.page.on("pageerror", lambda error: self.broken.append(str(error)))
        self.line = "ok"
        self.quiet = False
        self.page.route(JOBS, self.answer)
        self.desk.open_job("Juniper Bend")
        self.job = re.search(r"/jobs/([0-9a-f]{32})", self.page.url)[1]
        run = re.search(r"run=([a-z0-9-]+)", self.page.url)[1]
        self.at = [r["id"] for r in self.state()["job"]["runs"]].index(run)
        self.length = self.page.get_by_label("Length, one way")
        self.metal = self.page.get_by_label("Metal", exact=True)

    def answer(self, route):
        changes = route.request.method != "GET"
        if self.line == "cut" or (self.line == "deaf" and changes):
            route.abort()
        elif self.line == "lost" and changes:
            route.fetch()
            route.abort()
        elif self.line in REFUSALS and changes:
            route.fulfill(status=REFUSALS[self.line], json={"title": "Not now", "problems": [], "version": None})
        else:
            route.continue_()

    def state(self):
        return self.page.request.get(f"{self.desk.address}/api/jobs/{self.job}").json()

    @initialize()
    def begin(self):
        self.quiet = True

    @rule(line=st.sampled_from(["ok", "cut", "deaf", "lost", *REFUSALS]))
    def line_becomes(self, line):
        self.line = line

    @rule(feet=LENGTHS)
    def types_a_length(self, feet):
        self.quiet = False
        self.length.fill(str(feet))
        self.length.press("Enter")

    @rule(feet=LENGTHS)
    def previews(self, feet):
        self.quiet = False
        self.page.get_by_label("Slide the length").evaluate(
            "(s, feet) => { s.value = feet; s.dispatchEvent(new Event('input')) }", feet
        )

    @rule(feet=LENGTHS)
    def slides(self, feet):
        self.previews(feet)
        self.page.get_by_label("Slide the length").evaluate("s => s.dispatchEvent(new Event('change'))")

    @rule(words=st.sampled_from(["aluminium", "copper"]))
    def chooses_a_metal(self, words):
        self.quiet = False
        choose(self.metal, words)

    @rule()
    def undoes(self):
        self.presses("Undo")

    @rule()
    def redoes(self):
        self.presses("Redo")

    def presses(self, name):
        """A button that may go dead under the hand, or away: what came before it is still on its way."""
        self.quiet = False
        button = self.page.get_by_role("button", name=name)
        with suppress(TimeoutError):
            button.click(timeout=300)

    @rule(feet=LENGTHS)
    def another_tab_edits(self, feet):
        self.quiet = False
        state = self.state()
        self.page.request.patch(
            f"{self.desk.address}/api/jobs/{self.job}",
            data=[{"op": "add", "path": f"/runs/{self.at}/cable/length", "value": feet}],
            headers={"If-Match": f'"{state["version"]}"'},
        )
        self.reloads()

    @precondition(lambda self: self.line != "cut")
    @rule()
    def reloads(self):
        self.quiet = False
        self.page.reload()
        self.length.wait_for()

    @rule()
    def comes_to_rest(self):
        """The line is mended and everything that waits is sent."""
        self.line = "ok"
        if self.page.get_by_role("button", name="Send again now").is_visible():
            self.presses("Send again now")
        # What was only previewed goes once the slider is let go of where it stands.
        self.page.get_by_label("Slide the length").evaluate("s => s.dispatchEvent(new Event('change'))")
        self.quiet = True

    @invariant()
    def shows_what_the_server_has(self):
        if not self.quiet:
            return
        # Edits are saved one after the other, and a busy machine takes its time over each.
        until = time.monotonic() + 90
        while (wrong := self.differs()) and time.monotonic() < until:
            # Asked again only now and then: requests that this test holds up are answered while it waits.
            self.page.wait_for_timeout(50)
        assert not wrong, wrong
        assert not self.broken, self.broken

    def differs(self):
        """What on screen is not what the server has, in words; nothing where nothing is."""
        state = self.state()
        run, solved = state["job"]["runs"][self.at], state["solution"]["runs"][self.at]["figures"]
        drop = self.page.locator("dl").locator("dt:text-is('Drop') + dd").inner_text()
        if self.page.get_by_text(re.compile(r"\d edits? not saved")).count():
            return "it says that edits are not saved"
        if drop.split() != f"{solved['drop_v']['value']:.2f} V {solved['drop_pct']['value']:.2f} %".split():
            return f"drop {drop}, saved {solved['drop_v']['value']}"
        # What was refused stands at its field, and says so.
        field = self.length.locator("xpath=ancestor::*[contains(@class, 'field')][.//*[contains(@class, 'label')]][1]")
        typed, refused = self.length.input_value(), field.locator(".refusal").count()
        if float(typed or 0) != run["cable"]["length"] and not refused:
            return f"length {typed}, saved {run['cable']['length']}"
        metal = {"aluminium": "al", "copper": "cu"}[self.metal.input_value()]
        return "" if metal == run["cable"]["metal"] else f"metal {metal}, saved {run['cable']['metal']}"

    def teardown(self):
        self.comes_to_rest()
        self.shows_what_the_server_has()
        self.desk.close()


class DeskModelTest(DeskModel.TestCase):
    settings = examples(4, stateful_step_count=14, suppress_health_check=list(HealthCheck))
