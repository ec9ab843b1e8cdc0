"""What is shown is what is saved, or says that it is not; and the address says where one is."""

import re
from contextlib import nullcontext

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, arrived, choose, drawn

METAL = "Metal"
METALS = {"aluminium": "al", "copper": "cu"}
OTHER = {"aluminium": "copper", "copper": "aluminium"}


class Saved(BrowserTest):
    expected_faults = ("Failed to load resource", "ERR_FAILED", "net::")

    def job_id(self):
        return re.search(r"/jobs/([0-9a-f]{32})", self.page.url)[1]

    def stored(self):
        return self.page.request.get(f"{self.desk.address}/api/jobs/{self.job_id()}").json()

    def change_elsewhere(self, path, value):
        now = self.stored()
        answer = self.page.request.patch(
            f"{self.desk.address}/api/jobs/{self.job_id()}",
            data=[{"op": "replace", "path": path, "value": value}],
            headers={"If-Match": f'"{now["version"]}"'},
        )
        self.assertEqual(answer.status, 200)

    def metal(self):
        return self.page.get_by_label(METAL, exact=True)

    def at(self):
        """Which run is on the desk, by its place in the job."""
        run = re.search(r"run=([a-z0-9-]+)", self.page.url)[1]
        return [r["id"] for r in self.stored()["job"]["runs"]].index(run)

    def test_a_stale_choice_is_set_back_to_the_servers_word(self):
        self.desk.open_job("Juniper Bend")
        before = self.metal().input_value()
        other = OTHER[before]
        self.change_elsewhere("/name", "Changed elsewhere")
        choose(self.metal(), other)
        expect(self.page.get_by_role("alert").filter(has_text="changed elsewhere")).to_be_visible()
        expect(self.page.get_by_role("heading", name="Changed elsewhere")).to_be_visible()
        expect(self.metal()).to_have_value(before)
        # The next one is made on what stands now, and is taken.
        choose(self.metal(), other)
        expect(self.page.get_by_role("alert")).to_have_count(0)
        self.assertEqual(self.stored()["job"]["runs"][self.at()]["cable"]["metal"], METALS[other])

    def test_a_refused_switch_and_a_refused_figure(self):
        self.desk.open_job("Juniper Bend")
        self.page.route(
            "**/api/jobs/*",
            lambda route: (
                route.fulfill(status=422, json={"title": "That was not saved"})
                if route.request.method == "PATCH"
                else route.continue_()
            ),
        )
        self.page.get_by_text("More about this run", exact=True).click()
        switch = self.page.get_by_label("On a roof, in the sun")
        was = switch.is_checked()
        switch.click()
        expect(self.page.get_by_role("alert").filter(has_text="That was not saved")).to_be_visible()
        self.assertEqual(switch.is_checked(), was)
        length = self.page.get_by_label("Length, one way")
        length.fill("321")
        length.press("Tab")
        expect(self.page.locator(".refusal").filter(has_text="not saved")).to_be_visible()
        expect(length).to_have_value("321")

    def test_edits_that_cannot_be_sent_are_kept_counted_and_sent_again(self):
        self.desk.open_job("Juniper Bend")
        self.page.route("**/api/**", lambda route: route.abort())
        length = self.page.get_by_label("Length, one way")
        length.fill("234")
        length.press("Tab")
        expect(self.page.get_by_text("1 edit not saved")).to_be_visible()
        other = OTHER[self.metal().input_value()]
        choose(self.metal(), other)
        expect(self.page.get_by_text("2 edits not saved")).to_be_visible()
        expect(self.metal()).to_have_value(other)
        expect(length).to_have_value("234")
        # The first comes through; as long as the second is on its way, it is told as not saved.
        self.page.unroute("**/api/**")
        sent = []

        def second_waits(route):
            edits = route.request.method == "PATCH"
            sent.extend([route] * edits)
            if not edits or len(sent) == 1:
                route.continue_()

        self.page.route("**/api/jobs/*", second_waits)
        self.page.get_by_role("button", name="Send again now").click()
        expect(self.page.get_by_text("1 edit not saved")).to_be_visible()
        sent[1].continue_()
        self.page.unroute("**/api/jobs/*")
        expect(self.page.get_by_text("not saved")).to_have_count(0)
        self.page.wait_for_load_state("networkidle")
        run = self.stored()["job"]["runs"][self.at()]
        self.assertEqual((run["cable"]["length"], run["cable"]["metal"]), (234, METALS[other]))

    def test_an_edit_that_cannot_be_sent_is_taken_back_by_undo(self):
        self.page.clock.install()
        self.desk.open_job("Juniper Bend")
        before = self.stored()["version"]
        self.page.route("**/api/**", lambda route: route.abort())
        was = self.metal().input_value()
        choose(self.metal(), OTHER[was])
        expect(self.page.get_by_text("1 edit not saved")).to_be_visible()
        self.page.get_by_role("button", name="Undo").first.click()
        expect(self.page.get_by_text("not saved")).to_have_count(0)
        expect(self.metal()).to_have_value(was)
        self.page.unroute("**/api/**")
        self.assertEqual(self.stored()["version"], before)
        # Nothing is held up by what was taken back, also once its next try would have come: the next goes out at once.
        self.page.clock.fast_forward(5000)
        with self.page.expect_response(lambda r: r.request.method == "PATCH", timeout=2000):
            choose(self.metal(), OTHER[was])
        self.assertEqual(self.stored()["version"], before + 1)

    def test_a_reload_that_fails_after_a_stale_edit_holds_nothing_up(self):
        self.desk.open_job("Juniper Bend")
        self.change_elsewhere("/name", "Changed elsewhere")
        self.page.route(
            "**/api/jobs/*", lambda route: route.abort() if route.request.method == "GET" else route.continue_()
        )
        length = self.page.get_by_label("Length, one way")
        length.fill("222")
        length.press("Tab")
        expect(self.page.get_by_role("alert").filter(has_text="changed elsewhere")).to_be_visible()
        self.page.unroute("**/api/jobs/*")
        expect(self.page.get_by_role("heading", name="Changed elsewhere")).to_be_visible()
        length.fill("223")
        length.press("Tab")
        expect(self.page.get_by_role("alert")).to_have_count(0)
        self.assertEqual(self.stored()["job"]["runs"][self.at()]["cable"]["length"], 223)

    def test_what_a_slider_showed_goes_where_its_edit_is_not_taken(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.keyboard.press("j")
        page.keyboard.press("j")
        length, drop = page.get_by_label("Length, one way"), self.figure("Drop")
        slider = page.get_by_label("Slide the length")
        expect(length).to_have_value("310")
        before = drop.inner_text()

        def answering(status):
            def answer(route):
                patch = route.request.method == "PATCH"
                if not patch and status != 409:
                    route.continue_()
                elif status == 0:
                    route.abort()
                else:
                    body = {"title": "Not now", "problems": [], "version": 7 if status == 409 else None}
                    route.fulfill(status=status if patch else 503, json=body)

            return answer

        for status in (0, 422, 500, 409):
            answer = answering(status)
            page.route(re.compile(r"/api/jobs/[0-9a-f]{32}$"), answer)
            slider.evaluate("s => { s.value = 60; s.dispatchEvent(new Event('input')) }")
            expect(drop).not_to_have_text(before)
            slider.evaluate("s => s.dispatchEvent(new Event('change'))")
            # The figures are of what the server has, whatever the field wants.
            expect(drop, str(status)).to_have_text(before)
            page.keyboard.press("u") if status == 0 else None
            page.unroute(re.compile(r"/api/jobs/[0-9a-f]{32}$"), answer)
            page.reload()
            expect(length).to_have_value("310")
            expect(drop).to_have_text(before)

    def test_a_number_is_what_was_written_or_is_refused(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        length = page.get_by_label("Length, one way")
        for typed, kept in (
            ("1,200", "1200"),
            ("1 050.5", "1050.5"),
            ("62,5", "62.5"),
            ("0x10", None),
            ("1,20,0", None),
        ):
            length.fill(typed)
            if kept is None:
                length.press("Enter")
                expect(page.get_by_role("alert").filter(has_text="must be a number")).to_be_visible()
                expect(length).to_have_value(typed)
            else:
                wanted = float(kept)
                with page.expect_response(
                    lambda r, wanted=wanted: (
                        r.request.method == "PATCH" and r.request.post_data_json[0]["value"] == wanted
                    )
                ):
                    length.press("Enter")
                expect(length).to_have_value(kept)

    def test_what_is_typed_on_while_an_edit_is_on_its_way_stays(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        held = []
        page.route(
            f"**/api/jobs/{self.job_id()}",
            lambda route: held.append(route) if route.request.method == "PATCH" else route.continue_(),
        )
        length, metal = page.get_by_label("Length, one way"), self.metal()
        other = OTHER[metal.input_value()]
        length.fill("71")
        with page.expect_request(lambda r: r.method == "PATCH"):
            length.press("Tab")
        choose(metal, other)
        ambient = page.get_by_label("Ambient")
        ambient.fill("104")
        ambient.press("Tab")
        ambient.blur()
        # The first is answered for: the others are still what was chosen and typed, not what was there before.
        for _ in range(3):
            with page.expect_request(lambda r: r.method == "PATCH") if len(held) < 3 else nullcontext():
                arrived(page, lambda r: r.request.method == "PATCH", held[-1].continue_)
            self.assertEqual([length.input_value(), metal.input_value(), ambient.input_value()], ["71", other, "104"])
        run = self.stored()["job"]["runs"][self.at()]["cable"]
        self.assertEqual((run["length"], run["metal"], run["ambient_c"]), (71, METALS[other], 40))

    def test_a_time_typed_fast_is_taken_whole(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.get_by_role("navigation").get_by_role("link", name="Day").click()
        morning = page.get_by_label("From", exact=True)
        morning.focus()
        page.keyboard.type("0745AM", delay=5)
        with page.expect_response(lambda r: r.request.method == "PATCH"):
            page.keyboard.press("Enter")
        expect(morning).to_have_value("07:45")
        self.assertEqual(self.stored()["job"]["day"]["morning"], 465)

    def test_dark_paper_is_printed_dark_on_light(self):
        page = self.page
        page.add_init_script("localStorage.setItem('dark', 'yes')")
        self.desk.open_job("Juniper Bend")
        page.emulate_media(media="print")
        pale = page.evaluate(
            """() => [...document.querySelectorAll('main *, header *')]
                .filter((e) => e.getClientRects().length && !e.childElementCount && e.textContent.trim())
                .filter((e) => Math.min(...getComputedStyle(e).color.match(/\\d+/g).slice(0, 3)) > 150)
                .map((e) => e.textContent)"""
        )
        self.assertEqual(pale, [])

    def test_nothing_is_called_alike_while_it_is_worked_out(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.get_by_role("navigation").get_by_role("link", name="What if").click()
        page.get_by_role("button", name="Pipe up").click()
        expect(page.locator("tr.group").first).to_be_visible()
        held = []
        page.route("**/api/solve/what-if", lambda route: held.append(route))
        with page.expect_request("**/api/solve/what-if"):
            page.get_by_role("button", name="Copper").click()
        expect(page.get_by_text("Working it out…")).to_be_visible()
        expect(page.get_by_text("come out alike")).to_have_count(0)
        held[0].continue_()
        expect(page.get_by_text("Working it out…")).to_have_count(0)

    def test_a_finger_on_its_way_down_the_page_moves_no_length(self):
        phone = self.page.context.browser.new_context(
            viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True
        )
        self.addCleanup(phone.close)
        page = phone.new_page()
        page.goto(f"{self.desk.address}/jobs")
        page.get_by_role("link", name="Juniper Bend", exact=True).click()
        expect(page.get_by_label("Length, one way")).to_be_visible()
        expect(page.get_by_label("Slide the length")).to_be_hidden()

    def test_a_late_save_does_not_lay_the_old_job_under_a_new_address(self):
        self.desk.open_job("Juniper Bend")
        old = self.job_id()
        late = []
        self.page.route(
            f"**/api/jobs/{old}",
            lambda route: late.append(route) if route.request.method == "PATCH" else route.continue_(),
        )
        length = self.page.get_by_label("Length, one way")
        length.fill("245")
        with self.page.expect_request(lambda r: r.method == "PATCH"):
            length.press("Enter")
        self.page.get_by_role("link", name="Jobs", exact=True).click()
        self.page.get_by_role("link", name="Cobalt Street", exact=True).click()
        expect(self.page.get_by_role("heading", name="Cobalt Street")).to_be_visible()
        arrived(self.page, lambda r: r.request.method == "PATCH", late[0].continue_)
        expect(self.page.get_by_role("heading", name="Cobalt Street")).to_be_visible()
        self.assertNotIn(old, self.page.url)
        saved = self.page.request.get(f"{self.desk.address}/api/jobs/{old}").json()
        self.assertIn(245, [r["cable"]["length"] for r in saved["job"]["runs"]])

    def test_a_job_fetched_before_an_edit_was_saved_does_not_come_over_it(self):
        self.desk.open_job("Juniper Bend")
        late = []

        def hold(route):
            if route.request.method == "GET" and not late:
                late.append(route)
            else:
                route.continue_()

        self.page.route(f"**/api/jobs/{self.job_id()}", hold)
        steps = self.page.get_by_role("navigation")
        # A step left before its page came was never on screen, and asks for nothing.
        with self.page.expect_request(lambda r: r.method == "GET" and r.url.endswith(self.job_id())):
            steps.get_by_role("link", name="Loads").click()
        steps.get_by_role("link", name="Span").click()
        length = self.page.get_by_label("Length, one way")
        expect(length).to_be_visible()
        for _ in range(500):
            if not late:
                drawn(self.page)
        before = late[0].fetch()
        length.fill("247")
        with self.page.expect_response(lambda r: r.request.method == "PATCH"):
            length.press("Tab")
        arrived(self.page, late[0].request.url, lambda: late[0].fulfill(response=before))
        expect(length).to_have_value("247")
        self.assertEqual(self.stored()["job"]["runs"][self.at()]["cable"]["length"], 247)

    def test_a_stale_search_does_not_overwrite_the_newer_one(self):
        self.desk.open("/jobs")
        late = []
        of_old = re.compile(r"search=Jun(&|$)")
        self.page.route(of_old, lambda route: late.append(route))
        search = self.page.get_by_label("Find a job by name")
        with self.page.expect_request(of_old):
            search.fill("Jun")
        search.fill("Cobalt")
        expect(self.page.get_by_role("link", name="Juniper Bend", exact=True)).to_have_count(0)
        arrived(self.page, of_old, late[0].continue_)
        expect(self.page.get_by_role("link", name="Cobalt Street", exact=True)).to_be_visible()
        expect(self.page.get_by_role("link", name="Juniper Bend", exact=True)).to_have_count(0)

    def test_a_job_that_cannot_be_solved_is_named_undone_and_taken_along(self):
        words = "The figures cannot be worked out"
        self.desk.open_job("Juniper Bend")
        length = self.page.get_by_label("Length, one way")
        before = length.input_value()
        length.fill("246")
        length.press("Tab")
        # An edit that still waits is sent after the reload, and its answer is a job that solves.
        expect(self.page.get_by_role("button", name="Undo").first).to_be_enabled()
        self.waits(0)
        broken = {**self.stored(), "solution": None, "fault": words, "can_undo": True}
        where = f"**/api/jobs/{self.job_id()}"
        self.page.route(where, lambda route: route.fulfill(json=broken))
        self.page.reload()
        expect(self.page.get_by_text(words)).to_be_visible()
        expect(self.page.get_by_role("link", name="Job file")).to_be_visible()
        self.page.get_by_role("button", name="Undo").first.click()
        expect(self.page.get_by_text(words)).to_have_count(0)
        expect(length).to_have_value(before)


class Addresses(BrowserTest):
    def test_step_run_station_and_tab_survive_reload_and_back(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        expect(page).to_have_url(re.compile(r"/span\?run="))
        expect(page).to_have_title("Juniper Bend · Span · North Span")
        first = re.search(r"run=([a-z0-9-]+)", page.url)[1]
        page.keyboard.press("j")
        expect(page).not_to_have_url(re.compile(f"run={first}(&|$)"))
        second = re.search(r"run=([a-z0-9-]+)", page.url)[1]
        heading = page.locator(".runname")
        words = heading.text_content()
        page.reload()
        expect(heading).to_have_text(words)
        page.go_back()
        expect(page).to_have_url(re.compile(f"run={first}(&|$)"))
        expect(heading).not_to_have_text(words)
        page.go_forward()
        expect(heading).to_have_text(words)
        job = re.search(r"/jobs/[0-9a-f]{32}", page.url)[0]
        self.desk.open(f"{job}/ground?tab=soil")
        expect(page.get_by_role("tab", name="Soil and ohms")).to_have_attribute("aria-selected", "true")
        page.get_by_role("tab", name="Electrodes").click()
        expect(page).to_have_url(re.compile("tab=electrodes"))
        page.reload()
        expect(page.get_by_role("tab", name="Electrodes")).to_have_attribute("aria-selected", "true")
        self.desk.open(job)
        expect(page).to_have_url(re.compile(f"{job}/span"))
        self.desk.open(f"{job}/span?run={second}")
        expect(heading).to_have_text(words)

    def test_quick_check_survives_a_reload(self):
        page = self.page
        self.desk.open("/quick")
        expect(page).to_have_title("Quick check · North Span")
        length = page.get_by_label("Length, one way")
        length.fill("187")
        length.press("Tab")
        expect(page.get_by_role("button", name="Make a job of it")).to_be_visible()
        page.wait_for_function("() => Object.values(sessionStorage).some((kept) => kept.includes('187'))")
        page.reload()
        expect(page.get_by_label("Length, one way")).to_have_value("187")
