"""Ground as a person uses it: faults dropped, modes switched, bonds mended, rods and soil entered."""

import re
import tempfile
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.harness import BrowserTest, box, choose


class GroundTest(BrowserTest):
    job = "Juniper Bend"

    def setUp(self):
        super().setUp()
        self.desk.open_job(self.job)
        self.page.keyboard.press("4")
        expect(self.readout()).to_contain_text("Hand to ground")

    def readout(self):
        return self.page.get_by_label("What happens")

    def station(self, name):
        self.page.get_by_label("Equipment", exact=True).get_by_role("button", name=re.compile(f"^{name}")).click()

    def can(self, name):
        return self.page.get_by_role("button", name=f"Drop it at {name}", exact=True)

    def edited(self, action):
        with self.page.expect_response(lambda r: "/api/solve/fault" in r.url):
            action()


class Faults(GroundTest):
    def test_it_opens_on_the_wrong_bond_with_the_servers_own_figures(self):
        page = self.page
        expect(self.readout()).to_contain_text("Hot on the can: Studio panel", ignore_case=True)
        job_id = page.url.split("/")[-2]
        job = page.request.get(f"{self.desk.address}/api/jobs/{job_id}").json()["job"]
        asked = {"job": job, "mode": "utility", "station": "studio-panel", "extra_a": 12}
        answer = page.request.post(f"{self.desk.address}/api/solve/fault", data=asked).json()["answer"]
        expect(self.readout()).to_contain_text(f"{answer['state']['amps']['value']:,.0f} A")
        expect(page.locator(".can .words.wrong").first).to_have_text("screw in")

    def test_dropped_by_click_by_key_and_by_dragging(self):
        self.can("Press house panel").click()
        expect(self.readout()).to_contain_text("Press house panel", ignore_case=True)
        self.can("Press house panel").press("ArrowLeft")
        expect(self.can("Studio panel")).to_have_attribute("aria-pressed", "true")
        self.page.keyboard.press("k")
        expect(self.can("House panel")).to_have_attribute("aria-pressed", "true")
        bolt = box(self.page.locator(".bolt .grip"))
        home = box(self.can("Service 200 A"))
        self.page.mouse.move(bolt["x"] + 8, bolt["y"] + 8)
        self.page.mouse.down()
        self.page.mouse.move(home["x"] + 40, home["y"] + 60, steps=4)
        self.page.mouse.up()
        expect(self.can("Service 200 A")).to_have_attribute("aria-pressed", "true")

    def test_a_broken_ground_wire_holds_the_can_up_and_nothing_opens(self):
        page = self.page
        page.get_by_role("button", name="Take out the bonding screw in Studio panel").click()
        expect(page.locator("[data-rule=bond-extra]")).to_have_count(0)
        choose(page.get_by_label("Ground wire here"), "broken")
        expect(self.readout()).to_contain_text("never")
        expect(self.readout()).to_contain_text("The clock never stops")
        expect(self.readout().locator(".fill.over").first).to_be_visible()
        expect(page.locator(".wires .cut")).to_have_count(1)

    def test_strays_as_it_runs_go_with_the_second_bond(self):
        page = self.page
        page.get_by_role("button", name="As it runs").click()
        stray = page.locator(".current.stray text")
        expect(stray.first).to_have_text(re.compile(r"^\d\.\d A$"))
        page.get_by_role("button", name="Take out the bonding screw in Studio panel").click()
        # What is left takes the way of the rods: hundredths of an ampere.
        expect(stray.filter(has_text=re.compile(r"^[1-9]"))).to_have_count(0)
        expect(page.get_by_label("Answers from this job's own figures")).to_contain_text(
            "Service 200 A, and nowhere else"
        )

    def test_an_open_neutral_says_what_the_legs_read(self):
        page = self.page
        page.get_by_role("button", name="As it runs").click()
        page.get_by_role("checkbox", name="neutral open").check()
        expect(self.readout()).to_contain_text(re.compile(r"Leg A to neutral here\s*[\d.]+ V"))
        legs = [float(v) for v in re.findall(r"neutral here\s*([\d.]+) V", self.readout().inner_text())]
        self.assertGreater(max(legs) - min(legs), 3.0)

    def test_a_circuit_without_a_neutral_offers_none(self):
        self.station("Carport charger")
        expect(self.page.get_by_role("button", name="Hot on the neutral")).to_be_disabled()
        expect(self.page.get_by_role("checkbox", name="neutral open")).to_have_count(0)
        expect(self.readout()).to_contain_text("Hot to hot here")
        expect(self.page.get_by_label("Equipment", exact=True)).to_contain_text("no neutral")

    def test_currents_of_a_run_show_their_working(self):
        self.page.get_by_role("button", name="of the run to Studio panel").first.click()
        working = self.page.get_by_label("Working", exact=True)
        expect(working).to_contain_text("Hot A")
        expect(working).to_contain_text("what comes home another way")

    def test_volts_show_how_they_came_out(self):
        self.readout().get_by_title("Working: hand to ground at Press house panel").click()
        working = self.page.get_by_label("Working", exact=True)
        expect(working).to_contain_text("Rise from there to Studio panel")
        expect(working).to_contain_text("Added as phasors")

    def test_no_word_calls_anything_safe(self):
        for tab in ("Answers", "Electrodes", "Soil and ohms"):
            self.page.get_by_role("tab", name=tab).click()
            self.assertNotRegex(self.page.locator("main").inner_text().lower(), r"\bsafe")

    def test_an_impossible_entry_falls_back(self):
        more = self.page.get_by_label("More on one leg, A")
        more.fill("lots")
        more.press("Enter")
        expect(more).to_have_value("12")


class Modes(GroundTest):
    job = "Cobalt Street"

    def test_an_inverters_relay_makes_a_second_bond_in_its_own_mode(self):
        page = self.page
        page.get_by_role("group", name="Fed by").get_by_role("button", name="Battery inverter").click()
        expect(page.locator(".can .words.wrong")).to_have_text("relay in")
        expect(page.locator(".wires", has_text="neutral whole").first).to_be_visible()
        self.station("Battery inverter")
        found = page.locator("[data-rule=bond-extra]")
        expect(found.first).to_contain_text("on Battery inverter")
        found.first.get_by_role("button", name="Let Backup switch switch the neutral").click()
        expect(found).to_have_count(0)
        expect(page.locator(".wires", has_text="neutral opened").first).to_be_visible()
        expect(page.locator(".can .words.wrong")).to_have_count(0)


class Standby(GroundTest):
    def test_a_generator_brings_a_mode_of_its_own_with_its_bond(self):
        page = self.page
        page.keyboard.press("3")
        self.add("Transfer switch", "Changeover", "House panel")
        self.add("Generator", "Shed set", "Changeover")
        page.keyboard.press("4")
        page.get_by_role("group", name="Fed by").get_by_role("button", name="Shed set").click()
        self.station("Shed set")
        expect(page.get_by_label("Neutral to can")).to_have_value("none planned")
        choose(page.get_by_label("Neutral to can"), "screw")
        found = page.locator("[data-rule=bond-extra]", has_text="Shed set")
        expect(found).to_contain_text("with a neutral that is bonded already")
        self.station("Changeover")
        choose(page.get_by_label("Switches the neutral"), "yes")
        expect(found).to_have_count(0)
        expect(page.locator(".wires", has_text="neutral opened").first).to_be_visible()
        # In a list a key looks for what begins with it; elsewhere it is the desk's.
        page.get_by_label("Switches the neutral").blur()
        page.keyboard.press("u")
        expect(found).to_have_count(1)


class Entering(GroundTest):
    def test_rods_are_added_tested_and_taken_off(self):
        page = self.page
        page.get_by_role("tab", name="Electrodes").click()
        page.get_by_role("button", name="Drive a second rod").click()
        expect(page.locator("[data-rule=rod-alone]")).to_have_count(0)
        choose(page.get_by_label("Kind of electrode"), "ground ring")
        page.get_by_role("button", name="Add electrode").click()
        page.get_by_role("textbox", name="In the ground").fill("60")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="ground ring, 60 ft")).to_be_visible()
        page.get_by_role("textbox", name="Tested at").fill("7.5")
        page.keyboard.press("Enter")
        row = page.locator("tr", has=page.get_by_role("button", name="ground ring, 60 ft"))
        expect(row).to_contain_text("7.5 ohm")
        page.get_by_role("button", name="Remove this electrode").click()
        expect(page.get_by_role("button", name="ground ring, 60 ft")).to_have_count(0)

    def test_a_bad_length_is_refused_at_its_field_and_kept(self):
        self.expected_faults = ("422",)
        page = self.page
        page.get_by_role("tab", name="Electrodes").click()
        page.get_by_role("button", name="rod, 8 ft").click()
        page.get_by_role("textbox", name="In the ground").fill("-8")
        page.keyboard.press("Enter")
        expect(page.get_by_text("must be more than 0, not -8").last).to_be_visible()
        expect(page.get_by_role("textbox", name="In the ground")).to_have_value("-8")

    def test_a_survey_is_read_and_its_broken_rows_named(self):
        page = self.page
        self.station("Service 200 A")
        page.get_by_role("tab", name="Soil and ohms").click()
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "survey.csv"
            path.write_text("spacing ft,ohm\n5,9.1\n10,3.9\n20,oops\n20,1.5\n40,0.66\n80,0.3\n")
            page.get_by_label("Four-pin survey").locator("input[type=file]").set_input_files(path)
            expect(page.get_by_text("line 4: needs a spacing")).to_be_visible()
        expect(page.get_by_label("Four-pin survey")).to_contain_text(re.compile(r"Misfit [\d.]+ %"))
        expect(page.get_by_label(re.compile("^Apparent resistivity"))).to_be_visible()

    def test_the_shops_own_readings_of_a_soil_take_hold(self):
        page = self.page
        job_id = page.url.split("/jobs/")[1].split("/")[0]
        for ohm in (90.0, 120.0, 150.0):
            body = {"what": "electrode", "at": "press", "part": "fall", "value": ohm, "by": "R. Vale"}
            body |= {"on": "2026-11-02T10:00", "lifted": True}
            self.assertTrue(page.request.post(f"{self.desk.address}/api/readings/{job_id}", data=body).ok)
        self.station("Press house panel")
        page.get_by_role("tab", name="Soil and ohms").click()
        soil = page.get_by_role("region", name="Soil", exact=True)
        soil.get_by_role("button", name="What do our own readings say").click()
        expect(soil).to_contain_text("4 measured")
        soil.get_by_role("button", name="Reckon with ours").click()
        expect(soil).to_contain_text("by 4 readings of our own")
        soil.get_by_role("button", name="Back to the shipped range").click()
        expect(soil).to_contain_text("200 to 3000 ohm·m")

    def test_a_reading_is_typed_and_none_is_made_up(self):
        page = self.page
        page.get_by_role("tab", name="Soil and ohms").click()
        rows = page.locator(".readings tbody tr")
        expect(rows).to_have_count(6)
        expect(page.get_by_role("button", name="Add reading")).to_be_disabled()
        page.get_by_label("New spacing, ft").fill("60")
        page.get_by_label("New reading, ohm").fill("0.22")
        page.get_by_role("button", name="Add reading").click()
        expect(rows).to_have_count(7)
        page.get_by_title("Working: 3 rods by thumb").click()
        expect(page.get_by_label("Working", exact=True)).to_contain_text("rule of thumb")

    def test_shared_metal_is_entered(self):
        page = self.page
        page.get_by_role("tab", name="Electrodes").click()
        choose(page.get_by_label("Other building"), "Farmhouse")
        expect(page.get_by_role("button", name="Add it")).to_be_disabled()
        page.get_by_label("Ohms end to end").fill("0.4")
        page.get_by_role("button", name="Add it").click()
        expect(page.get_by_label("To Farmhouse")).to_have_value("Metal pipe")
        expect(page.locator(".earth .path")).to_have_count(2)

    def test_a_bond_on_record_changes_the_cut(self):
        page = self.page
        self.station("House panel")
        choose(page.get_by_label("Neutral to can"), "strap")
        expect(page.locator("[data-rule=bond-extra]")).to_have_count(2)
        page.get_by_label("Fed with no equipment ground").check()
        expect(page.locator(".wires .lacking")).to_have_text("no ground")
        expect(page.locator("[data-rule=three-wire]")).to_have_count(1)

    def test_conductor_and_piping_are_entered_and_judged(self):
        page = self.page
        self.station("Press house panel")
        page.get_by_role("tab", name="Electrodes").click()
        choose(page.get_by_label("There, or to be pulled"), "10")
        small = page.locator("[data-rule=gec-small]", has_text="Press house")
        expect(small).to_contain_text("8 asked for")
        small.get_by_role("button", name="Use 8 cu").click()
        expect(small).to_have_count(0)
        page.get_by_label("Metal water piping inside").check()
        choose(page.get_by_label("Water piping is"), "not bonded")
        water = page.locator("[data-rule=water-bond]", has_text="Press house")
        expect(water).to_have_count(1)
        water.get_by_role("button", name=re.compile("is bonded$")).click()
        expect(water).to_have_count(0)

    def test_house_rules_of_grounding_take_hold(self):
        page = self.page
        page.get_by_role("link", name="House rules").click()
        page.get_by_label("one, proved by a test").check()
        page.get_by_label("Limit on volts, hand to ground").fill("20")
        page.get_by_label("Limit on volts, hand to ground").press("Enter")
        expect(page.get_by_text("not the default")).to_have_count(2)
        page.get_by_role("navigation").get_by_role("link", name="Ground").click()
        expect(self.readout()).to_contain_text("Line at 20 V")
        expect(page.locator("[data-rule=rod-alone]")).to_contain_text("Look at")

    def test_the_code_book_shows_where_grounding_read_it(self):
        page = self.page
        page.get_by_role("link", name="Code book").click()
        for table, reader in (("250.66", "Farmhouse: electrode conductor"), ("250.102(C)(1)", "bonding jumper")):
            page.get_by_role("link", name=table).first.click()
            expect(page.locator(".readers")).to_contain_text(reader)

    def test_a_finding_of_the_ground_leads_there_from_anywhere(self):
        page = self.page
        page.keyboard.press("3")
        expect(page.locator(".ladder").first).to_be_visible()
        page.locator("[data-rule=bar-floating] .title").click()
        expect(self.readout()).to_contain_text("Press house panel", ignore_case=True)
        page.keyboard.press("2")
        expect(page.locator(".methods")).to_be_visible()
        page.locator("[data-rule=water-pipe-gone] .title").click()
        expect(self.readout()).to_contain_text("Service 200 A", ignore_case=True)

    def test_rods_stand_on_the_plan_of_the_walk(self):
        self.page.keyboard.press("1")
        expect(self.page.locator(".plan .rod")).to_have_count(6)

    def test_the_utilitys_earth_is_entered_with_its_source(self):
        page = self.page
        expect(page.locator(".electrode").first).to_contain_text("8 Ω")
        page.keyboard.press("3")
        self.desk.station("Transformer 25 kVA").click()
        page.get_by_role("textbox", name="Its own ground").fill("30")
        page.keyboard.press("Enter")
        page.get_by_role("navigation").get_by_role("link", name="Ground").click()
        expect(page.locator(".electrode").first).to_contain_text("30 Ω")

    def test_it_can_be_read_on_a_phone(self):
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.station("Press house panel")
        expect(self.can("Press house panel")).to_be_in_viewport(ratio=0)
        shown = page.locator(".frame").evaluate("e => [e.scrollLeft, e.clientWidth, e.scrollWidth]")
        self.assertGreater(shown[0], 0)
        self.assertLessEqual(shown[1], 390)
        expect(self.readout()).to_contain_text("Press house panel", ignore_case=True)
