"""A newcomer's first quarter of an hour: a job laid out, loads ticked, what to do next, the answer on a phone."""

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, box


class FirstQuarterHour(BrowserTest):
    def new_job(self):
        """A job from the walk-through, with a garage 120 ft out."""
        page = self.page
        self.desk.open("/jobs")
        page.get_by_role("button", name="New job").first.click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_label("Job name").fill("Fern Lane")
        dialog.get_by_label("There is a detached building to feed").check()
        dialog.get_by_label("Building name").fill("Garage")
        dialog.get_by_label("Length of wire, one way").fill("120")
        dialog.get_by_role("button", name="Make the job").click()
        expect(self.next()).to_contain_text("Enter the floor area of House")

    def next(self):
        """The one line that says what to do next."""
        return self.page.get_by_label("What to do next")

    def step(self, name):
        self.page.get_by_role("navigation").get_by_role("link", name=name).click()

    def test_places_lie_on_the_plan_at_their_distance(self):
        self.new_job()
        self.step("Walk")
        expect(self.next()).to_contain_text("Note the soil at House")
        at = {name: box(self.page.get_by_role("button", name=name).first)["x"] for name in ("House", "Garage")}
        self.assertLess(at["House"], at["Garage"])
        expect(self.next()).to_have_count(1)

    def test_what_a_place_has_is_ticked_many_at_once(self):
        self.new_job()
        self.step("Loads")
        page = self.page
        page.get_by_label("Range, freestanding").check()
        page.get_by_label("Dishwasher").check()
        page.get_by_label("How many: Dishwasher").fill("2")
        page.get_by_role("button", name="Add 3 pieces").click()
        rows = page.locator(".taken tbody tr")
        expect(rows).to_have_count(2)
        expect(rows.filter(has_text="Dishwasher")).to_contain_text("2 × 1,200 VA")
        page.get_by_label("Floor area").fill("1500")
        page.keyboard.press("Enter")
        expect(self.next()).to_contain_text("Tick what Garage has")
        page.get_by_role("button", name="Undo").click()
        page.get_by_role("button", name="Undo").click()
        expect(rows).to_have_count(0)

    def test_the_main_and_the_services_breaker_are_one_entry(self):
        self.new_job()
        page = self.page
        main = page.get_by_role("textbox", name="Main at its end")
        expect(main).to_have_value("200")
        main.fill("150")
        main.press("Enter")
        self.desk.station("House panel").click()
        expect(page.get_by_role("textbox", name="Rated", exact=True)).to_have_value("150")

    def test_on_a_phone_the_answer_comes_before_the_form(self):
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.desk.open_job("Juniper Bend")
        answer, form = page.get_by_label("Answer"), page.get_by_role("textbox", name="Load", exact=True)
        expect(answer).to_contain_text("2 hots 4/0 al")
        expect(answer).to_contain_text("200 A main on")
        self.assertLess(box(answer)["y"], box(form.first)["y"])
        page.set_viewport_size({"width": 1280, "height": 800})
        expect(answer).to_be_hidden()
