"""What was typed outlives the page: edits, readings, ticks, looks and photos wait in the browser, and arrive once."""

import contextlib
import re
import struct
import zlib

from playwright.sync_api import Error, expect

from tests.browser.harness import BrowserTest, choose

CHANGES = re.compile(r"/api/(jobs/[0-9a-f]{32}(/undo|/redo)?|(readings|inspection)/[0-9a-f]{32}(/\w+)?(\?.*)?)$")


def dot():
    """A PNG of one grey dot."""
    rows = zlib.compress(b"\x00\x7f")
    parts = ((b"IHDR", struct.pack(">IIBBBBB", 1, 1, 8, 0, 0, 0, 0)), (b"IDAT", rows), (b"IEND", b""))
    return b"\x89PNG\r\n\x1a\n" + b"".join(
        struct.pack(">I", len(body)) + name + body + struct.pack(">I", zlib.crc32(name + body)) for name, body in parts
    )


class Kept(BrowserTest):
    expected_faults = ("Failed to load resource", "ERR_FAILED", "net::")

    def cut_off(self, lose_answers=False):
        """Nothing that changes anything gets through, or only its answer is lost; gives what mends the line."""

        def cut(route):
            if route.request.method == "GET":
                route.continue_()
                return
            if lose_answers:
                route.fetch()
            # The line may be mended, or the page gone, while its answer is fetched.
            with contextlib.suppress(Error):
                route.abort()

        self.page.route(CHANGES, cut)
        return lambda: self.page.unroute(CHANGES)

    def get(self, path):
        job = re.search(r"/jobs/([0-9a-f]{32})", self.page.url)[1]
        return self.page.request.get(f"{self.desk.address}{path.format(job)}").json()

    def length_of(self, run):
        return self.get("/api/jobs/{}")["job"]["runs"][run]["cable"]["length"]

    def test_edits_and_an_undo_wait_through_a_reload_and_end_the_same(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        before = self.get("/api/jobs/{}")
        run = [r["id"] for r in before["job"]["runs"]].index(re.search(r"run=([a-z0-9-]+)", page.url)[1])
        mend = self.cut_off()
        length, metal = page.get_by_label("Length, one way"), page.get_by_label("Metal", exact=True)
        was = metal.input_value()
        length.fill("61")
        length.press("Tab")
        length.fill("62")
        length.press("Tab")
        choose(metal, "copper" if was == "aluminium" else "aluminium")
        expect(page.get_by_text("3 edits not saved")).to_be_visible()
        page.get_by_role("button", name="Undo").first.click()
        expect(page.get_by_text("2 edits not saved")).to_be_visible()
        self.waits(2)
        page.reload()
        expect(page.get_by_text("2 edits not saved")).to_be_visible()
        expect(length).to_have_value("62")
        self.assertEqual(self.get("/api/jobs/{}")["version"], before["version"])
        mend()
        page.get_by_role("button", name="Send again now").click()
        expect(page.get_by_text("not saved")).to_have_count(0)
        expect(metal).to_have_value(was)
        now = self.get("/api/jobs/{}")
        self.assertEqual((now["version"], now["job"]["runs"][run]["cable"]["length"]), (before["version"] + 2, 62))
        self.waits(0)

    def test_an_edit_whose_answer_was_lost_is_taken_once(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        before = self.get("/api/jobs/{}")["version"]
        mend = self.cut_off(lose_answers=True)
        length = page.get_by_label("Length, one way")
        length.fill("63")
        length.press("Tab")
        expect(page.get_by_text("1 edit not saved")).to_be_visible()
        page.reload()
        expect(length).to_have_value("63")
        mend()
        expect(page.get_by_text("not saved")).to_have_count(0)
        page.get_by_role("button", name="Undo").first.click()
        expect(length).not_to_have_value("63")
        self.assertEqual(self.get("/api/jobs/{}")["version"], before + 2)

    def test_looks_ticks_and_photos_wait_through_a_reload(self):
        page = self.page
        self.desk.open_job("Juniper Bend")
        page.get_by_role("navigation").get_by_role("link", name="Packet").click()
        page.get_by_role("link", name="Inspection list").click()
        page.get_by_label("Looked at by").fill("R. Vale")
        mend = self.cut_off()
        item = page.locator(".list li").first
        item.get_by_role("button", name="say more").click()
        item.get_by_label("What is wrong").fill("Bond bushing loose")
        item.get_by_label("Photo", exact=True).set_input_files(
            {"name": "a.png", "mimeType": "image/png", "buffer": dot()}
        )
        item.get_by_role("button", name="To be corrected").click()
        expect(item.get_by_text("kept here, not sent yet")).to_be_visible()
        page.locator(".list li").nth(1).get_by_role("button", name=re.compile("^As it should be")).click()
        expect(page.get_by_text("kept here, not sent yet")).to_have_count(2)
        self.waits(2)
        page.reload()
        expect(page.get_by_text("kept here, not sent yet")).to_have_count(2)
        # Another tab of this browser sends them too, and nothing is doubled.
        other = self.desk.window.new_page()
        mend()
        other.goto(page.url)
        page.reload()
        for each in (page, other):
            expect(each.get_by_text("kept here, not sent yet")).to_have_count(0)
            expect(each.locator(".list li").first.get_by_role("link", name="photo")).to_be_visible()
        looks = self.get("/api/inspection/{}/looks")["looks"]
        self.assertEqual(sorted((look["looked"]["state"], look["looked"]["words"]) for look in looks),
                         [("correction", "Bond bushing loose"), ("done", "")])  # fmt: skip
        self.waits(0)

    def test_a_store_that_is_damaged_blanks_no_page(self):
        page = self.page
        self.desk.open("/jobs")
        page.evaluate(
            """() => new Promise((done) => {
                const asked = indexedDB.open('north-span')
                asked.onsuccess = () => {
                    const shelf = asked.result.transaction('waiting', 'readwrite').objectStore('waiting')
                    for (const [key, list] of [['a', 'edits'], ['b', 'looks'], ['c', 'readings']]) {
                        shelf.put({ key, list }); shelf.put({ key: key + 1, list, job: 'x', at: 1, body: { patch: 3 } })
                    }
                    shelf.transaction.oncomplete = done
                }
                localStorage.setItem('northspan.readings', '{]'); localStorage.setItem('northspan.ticks', '[null, 3]')
            })"""
        )
        self.desk.open_job("Juniper Bend")
        page.get_by_role("navigation").get_by_role("link", name="Test").click()
        expect(page.get_by_role("form", name="New reading")).to_be_visible()
        page.get_by_role("navigation").get_by_role("link", name="Day").click()
        expect(page.get_by_role("heading", name="Who and when")).to_be_visible()
