"""What the server does with what it should not trust: nonsense, other sites' pages, other names."""

import json

from defusedxml.ElementTree import fromstring
from hypothesis import HealthCheck, given
from hypothesis import strategies as st

from northspan.server.app import create_app
from tests import examples
from tests.core.made.jobs import document
from tests.server.harness import ServerTest

nonsense = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False) | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=10), inner, max_size=4),
    max_leaves=12,
)
places = st.sampled_from(
    [
        "runs/1/cable/length", "runs/1/locks/size", "runs/1/cable/sets", "runs/1/locks/load", "runs/0/from_station",
            "runs/1/system",
        "runs/1/cable/ambient_c", "stations/0/supply", "stations/1/load", "stations/1/kind", "places/0", "house_rules",
        "house_rules/loss_hours", "name", "version", "runs", "stations", "runs/1/locks/raceway_size",
            "runs/1/locks/breaker_a",
    ]
)  # fmt: skip
limits = examples(60, suppress_health_check=[HealthCheck.function_scoped_fixture])


class Nonsense(ServerTest):
    @limits
    @given(places, nonsense)
    def test_any_value_in_any_place_is_solved_or_refused(self, place, value):
        answer = self.client.post("/api/solve", json=document(**{place: value}))
        self.assertIn(answer.status_code, (200, 422))
        if answer.status_code == 422:
            self.assertTrue(answer.json["problems"])
            self.assertTrue(all(p["words"] for p in answer.json["problems"]))

    @limits
    @given(nonsense)
    def test_any_body_is_refused_in_words(self, value):
        for path in ("/api/jobs", "/api/solve", "/api/solve/working", "/api/jobs/import"):
            answer = self.client.post(path, json=value)
            self.assertEqual(answer.status_code, 422, path)
            self.assertTrue(answer.json["title"])

    @limits
    @given(st.text(max_size=40), nonsense)
    def test_any_patch_leaves_a_sound_job(self, pointer, value):
        state = self.create()
        answer = self.edit(state, f"/{pointer}", value)
        self.assertIn(answer.status_code, (200, 422))
        kept = self.client.get(f"/api/jobs/{state['id']}")
        self.assertEqual(kept.status_code, 200)
        if answer.status_code == 422:
            self.assertEqual(kept.json["job"], state["job"])

    def test_deep_nesting_is_refused(self):
        deep = "[" * 50_000 + "]" * 50_000
        for path in ("/api/jobs", "/api/jobs/import"):
            answer = self.client.post(path, data=deep, content_type="application/json")
            self.assertLess(answer.status_code, 500)

    def test_extremes_of_a_sound_job_are_solved(self):
        extremes = {
            "runs/1/cable/length": 20000,
            "runs/1/cable/ambient_c": 90,
            "runs/1/cable/sets": 12,
            "runs/1/locks/loaded_conductors": 200,
            "stations/2/load": {"amps": 6000, "continuous_amps": 6000, "power_factor": 0.01},
        }
        answer = self.client.post("/api/solve", json=document(**extremes))
        self.assertEqual(answer.status_code, 200)
        self.assertNotIn("NaN", answer.text)
        json.loads(answer.text, parse_constant=self.fail)


class OtherSites(ServerTest):
    def test_a_change_asked_for_by_another_site_is_refused(self):
        state = self.create()
        for origin, status in (
            ("http://elsewhere.example", 403),
            ("null", 403),
            ("http://localhost", 200),
            ("http://[::1", 403),
        ):
            answer = self.client.put(f"/api/jobs/{state['id']}/shelf/archived", headers={"Origin": origin})
            self.assertEqual(answer.status_code, status, origin)
        self.assertEqual(self.client.get("/api/jobs", headers={"Origin": "http://elsewhere.example"}).status_code, 200)

    def test_signs_that_no_paper_carries_are_left_out_of_names(self):
        job = self.client.post("/api/jobs", json=document(name="Shed\x07 \x00house")).json
        self.assertEqual(job["name"], "Shed   house")
        patch = [{"op": "replace", "path": "/stations/1/name", "value": "Main\x1b\ud800 panel"}]
        version = {"If-Match": str(job["version"])}
        self.assertEqual(self.client.patch(f"/api/jobs/{job['id']}", json=patch, headers=version).status_code, 200)
        drawn = self.client.get(f"/api/packet/{job['id']}/one-line.svg")
        self.assertEqual(drawn.status_code, 200)
        self.assertIn("Main", "".join(fromstring(drawn.data).itertext()))

    def test_a_loopback_server_answers_to_its_own_names_only(self):
        client = self.start(hosts=["127.0.0.1", "localhost"])
        self.assertEqual(client.get("/api/jobs", base_url="http://127.0.0.1:8047").status_code, 200)
        self.assertEqual(client.get("/api/jobs", base_url="http://rebound.example:8047").status_code, 400)
        self.assertEqual(client.get("/api/jobs", base_url="http://192.0.2.7:8047").status_code, 400)
        # Bound beyond loopback it answers to bare addresses besides, and still to no outside name.
        beyond = create_app(self.url, hosts=["desk.local"], bare_addresses=True, instrument_ports=[]).test_client()
        for name, status in (("desk.local", 200), ("192.0.2.7", 200), ("[2001:db8::7]", 200), ("rebound.example", 400)):
            self.assertEqual(beyond.get("/api/jobs", base_url=f"http://{name}:8047").status_code, status, name)
        job = self.create()
        body = {
            "job": job["job"],
            "what": "continuity",
            "at": "x",
            "part": "can",
            "source": {"kind": "port", "port": 22},
        }
        asked = beyond.post("/api/instruments/measure", json=body, base_url="http://desk.local").json
        self.assertIn("--instrument-port 22", asked["problems"][0]["words"])
