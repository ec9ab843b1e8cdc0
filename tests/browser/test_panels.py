"""A panel with its cover off, worked by mouse, by key, by finger and by paste."""

import re

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, Desk, arrived, box, choose


class Panels(BrowserTest):
    def open(self, job="Juniper Bend", desk=None):
        (desk or self.desk).open_job(job)
        return self.shown(desk)

    def shown(self, desk=None):
        page = (desk or self.desk).page
        page.get_by_role("link", name=re.compile("Panels")).first.click()
        expect(page.locator("svg [data-circuit]").first).to_be_visible()
        return page

    def breaker(self, page, name):
        return page.get_by_role("button", name=re.compile(f"^Space [^,]*, {re.escape(name)},"))

    def test_a_breaker_is_said_dragged_and_put_back_by_one_undo(self):
        page = self.open()
        disposer = self.breaker(page, "Disposer")
        expect(disposer).to_have_attribute("aria-label", "Space 24, Disposer, 20 A, leg B, 780 VA")
        free = page.get_by_role("button", name=re.compile("^Space 28, free, leg B"))
        start, end = box(disposer), box(free)
        page.mouse.move(start["x"] + 60, start["y"] + 8)
        page.mouse.down()
        page.mouse.move(start["x"] + 70, start["y"] + 30, steps=4)
        page.mouse.move(end["x"] + 60, end["y"] + 8, steps=6)
        page.mouse.up()
        expect(disposer).to_have_attribute("aria-label", re.compile("^Space 28, "))
        page.keyboard.press("u")
        expect(disposer).to_have_attribute("aria-label", re.compile("^Space 24, "))

    def test_by_keys_alone(self):
        """Space lifts, a number says where, Space puts it down; taken by as many poles they change places."""
        page = self.open()
        disposer, laundry = self.breaker(page, "Disposer"), self.breaker(page, "Laundry receptacles")
        disposer.focus()
        for key in (" ", "1", "1", " "):
            page.keyboard.press(key)
        expect(disposer).to_have_attribute("aria-label", re.compile("^Space 11, "))
        expect(laundry).to_have_attribute("aria-label", re.compile("^Space 24, "))
        expect(disposer).to_be_focused()
        page.keyboard.press("ArrowUp")
        expect(self.breaker(page, "Dishwasher")).to_be_focused()
        # What does not fit is refused in words, and nothing moves.
        for key in (" ", "1", "4", " "):
            page.keyboard.press(key)
        expect(page.get_by_text(re.compile("^14 is taken by Carport charger")).first).to_be_visible()
        expect(self.breaker(page, "Dishwasher")).to_have_attribute("aria-label", re.compile("^Space 9, "))

    def test_keys_and_the_list_change_the_chosen_circuit(self):
        page = self.open()
        disposer = self.breaker(page, "Disposer")
        disposer.click()
        page.keyboard.press("t")
        expect(disposer).to_have_attribute("aria-label", re.compile("^Space 24a, "))
        choose(page.get_by_label("A breaker of the shop’s list"), "15 A GFCI")
        expect(disposer).to_have_attribute("aria-label", re.compile("^Space 24a, Disposer, 15 A, "))
        expect(page.get_by_label("Guard")).to_have_value("GFCI")
        disposer.focus()
        page.keyboard.press("m")
        expect(page.get_by_label("Neutral shared with")).to_have_value(re.compile("26 Plugs"))
        page.keyboard.press("n")
        expect(page.get_by_label("Directory")).to_be_focused()

    def test_wires_are_led_and_a_fix_gives_a_neutral_its_own_hole(self):
        page = self.open()
        self.breaker(page, "Dishwasher").click()
        expect(page.locator("polyline.neutral")).to_have_count(1)
        expect(page.locator("circle.wrong")).to_have_count(1)
        page.get_by_role("button", name="Give 9 a hole of its own").click()
        expect(page.locator("circle.wrong")).to_have_count(0)

    def test_balance_shows_its_moves_first_and_undo_takes_them_back(self):
        """What was found stays when the job, fetched as the step was opened, comes late."""
        late = []
        self.desk.open_job("Juniper Bend")
        self.desk.page.route(
            re.compile("/api/jobs/[^/]+$"), lambda route: route.continue_() if late else late.append(route)
        )
        page = self.shown()
        apart = page.get_by_role("button", name="2,230 VA")
        expect(apart).to_be_visible()
        page.keyboard.press("b")
        expect(page.get_by_text("4 moves")).to_be_visible()
        arrived(page, re.compile("/api/jobs/[^/]+$"), late[0].continue_)
        expect(page.get_by_text("4 moves")).to_be_visible()
        page.get_by_role("button", name="Make these moves").click()
        expect(page.get_by_role("button", name="10 VA", exact=True)).to_be_visible()
        page.keyboard.press("u")
        expect(apart).to_be_visible()

    def test_rows_are_pasted_or_refused_by_line_and_column(self):
        page = self.open()
        page.get_by_role("button", name="Paste rows or CSV in").click()
        rows = page.get_by_label("Rows", exact=True)
        rows.fill("space,breaker\n28,forty")
        page.get_by_role("button", name="Take the rows").click()
        expect(page.get_by_text("line 2, column breaker_a: 'forty' must be a number")).to_be_visible()
        expect(rows).to_have_value("space,breaker\n28,forty")
        rows.fill("28\tPorch receptacles\t20\t1\t400\t12")
        page.get_by_role("button", name="Take the rows").click()
        expect(page.get_by_text("1 circuit added, 0 changed.")).to_be_visible()
        page.get_by_role("button", name="Close").click()
        expect(self.breaker(page, "Porch receptacles")).to_be_visible()

    expected_faults = ("422",)

    def test_a_bare_panel_is_filled_from_the_list_and_from_loads(self):
        page = self.open()
        choose(page.get_by_role("combobox", name="Panel").first, "Press house panel")
        choose(page.get_by_label("From the shop’s list"), "12 spaces, 125 A lugs")
        page.get_by_role("button", name="Take the cover off: this panel").click()
        page.get_by_role("button", name="Propose circuits").click()
        expect(page.get_by_text(re.compile("circuits added"))).to_be_visible()
        page.get_by_role("tab", name="Cover off").click()
        expect(self.breaker(page, "Cider press motor")).to_be_visible()
        page.get_by_role("button", name="Propose circuits").click()
        expect(page.get_by_text("Every circuit that this place owes is here.")).to_be_visible()

    def test_a_move_and_a_box(self):
        page = self.open("Tamarack Row")
        page.get_by_role("tab", name="Move it").click()
        expect(page.get_by_text(re.compile("too short"))).to_have_count(5)
        # Twenty-two feet measured, and it reaches.
        page.get_by_label("Cable there, Water heater").fill("22")
        page.get_by_label("Cable there, Water heater").press("Enter")
        expect(page.get_by_text(re.compile("too short"))).to_have_count(4)
        page.get_by_role("button", name="See Box A in Box fill").click()
        expect(page.get_by_text(re.compile("^Needs .* in³, has 42: fits"))).to_be_visible()
        choose(page.get_by_label("Box", exact=True), "a conduit body")
        expect(page.get_by_text("No splice in a conduit body without a marked volume").first).to_be_visible()
        page.get_by_label("Marked volume").fill("45")
        page.get_by_label("Marked volume").press("Enter")
        expect(page.get_by_text(re.compile("has 45: fits"))).to_be_visible()

    def test_on_a_phone_a_breaker_is_moved_by_two_taps(self):
        desk = Desk(width=390, height=844)
        self.addCleanup(desk.close)
        page = self.open(desk=desk)
        moving = page.get_by_role("button", name="Move Disposer")
        self.assertGreaterEqual(box(moving)["height"], 44)
        moving.click()
        page.get_by_role("button", name="Space 30, free, leg A").last.click()
        expect(self.breaker(page, "Disposer")).to_have_attribute("aria-label", re.compile("^Space 30, "))
        wide = page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        self.assertEqual(desk.faults, [])
