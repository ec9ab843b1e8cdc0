"""A job with everything in it: stored, edited, exported and read again unchanged."""

from northspan.core.document.file import dump
from northspan.demo.library import demo_jobs
from tests.server.harness import ServerTest

VARIANTS = [
    {"id": "a", "name": "Copper", "metal": "cu"},
    {"id": "b", "name": "High voltage", "run": "pump-circuit", "system": "480-2w"},
    {"id": "c", "name": "Pipe", "pipe_up": True},
    {"id": "d", "name": "Breaker", "run": "studio-feeder", "breaker_a": 125},
]


class Everything(ServerTest):
    def test_out_and_in_again(self):
        for key, job in demo_jobs().items():
            with self.subTest(key):
                state = self.client.post("/api/jobs", json=dump(job)).json
                out = self.client.get(f"/api/jobs/{state['id']}/job.json").data
                again = self.client.post("/api/jobs/import", data=out).json
                self.assertEqual(again["job"], state["job"])
                self.assertEqual(again["solution"], state["solution"])
                self.assertEqual(again["job"], dump(job))

    def test_variants_are_kept_with_the_job_and_priced(self):
        juniper = dump(demo_jobs()["juniper-bend"])
        state = self.client.post("/api/jobs", json=juniper).json
        edited = self.edit(state, "/variants", VARIANTS).json
        found = self.client.post("/api/solve/what-if", json=edited["job"]).json["what_if"]
        self.assertEqual([c["trouble"] for c in found["columns"]], [None] * 5)
        parts = next(row for row in found["rows"] if row["name"] == "Parts, cut to length")
        self.assertTrue(all(cell["value"] > 1000 for cell in parts["cells"]))
        fifth = self.edit(edited, "/variants/-", VARIANTS[0] | {"id": "e"})
        self.assertEqual(fifth.status_code, 422)

    def test_every_fix_in_the_demo_jobs_can_be_saved(self):
        for job in demo_jobs().values():
            state = self.client.post("/api/jobs", json=dump(job)).json
            for finding in state["solution"]["findings"]:
                for fix in finding["fixes"]:
                    answer = self.client.patch(
                        f"/api/jobs/{state['id']}", json=fix["patch"], headers={"If-Match": f'"{state["version"]}"'}
                    )
                    self.assertEqual(answer.status_code, 200, fix["label"])
                    undone = self.walk(answer.json, "undo")
                    state["version"] = undone.json["version"]
