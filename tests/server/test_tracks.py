"""Walked tracks over the API."""

import json
import math

from tests.server.harness import ServerTest

GPX = """<?xml version="1.0"?><gpx xmlns="http://www.topografix.com/GPX/1/1" version="1.1"><trk><trkseg>
<trkpt lat="40.0000" lon="-80.0000"/><trkpt lat="40.0005" lon="-80.0000"/><trkpt lat="40.0010" lon="-80.0000"/>
<trkpt lat="40.0010" lon="-79.9990"/></trkseg></trk></gpx>"""


class Tracks(ServerTest):
    def send(self, text):
        return self.client.post("/api/tracks", data=text.encode())

    def test_gpx_and_geojson_of_the_same_walk_agree(self):
        line = [[-80.0, 40.0], [-80.0, 40.0005], [-80.0, 40.001], [-79.999, 40.001]]
        feature = {"type": "Feature", "geometry": {"type": "LineString", "coordinates": line}}
        from_gpx = self.send(GPX).json["points"]
        self.assertEqual(
            from_gpx, self.send(json.dumps({"type": "FeatureCollection", "features": [feature]})).json["points"]
        )
        # A thousandth of a degree is 364.8 ft on a sphere of 3959 miles; east it shrinks with the latitude.
        north = 3958.76 * 5280 * math.radians(0.001)
        self.assertEqual(len(from_gpx), 3)
        self.assertAlmostEqual(from_gpx[1][1], north, delta=0.1)
        self.assertAlmostEqual(from_gpx[2][0], north * math.cos(math.radians(40)), delta=0.1)

    def test_over_the_date_line(self):
        across = [[179.9995, 10.0], [-179.9995, 10.0]]
        walked = self.send(json.dumps({"type": "LineString", "coordinates": across})).json["points"]
        east = 3958.76 * 5280 * math.radians(0.001) * math.cos(math.radians(10))
        self.assertAlmostEqual(walked[1][0], east, delta=0.2)

    def test_what_is_no_track_is_refused_in_words(self):
        bomb = '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaa">]><gpx>&a;</gpx>'
        for text in ("", "<gpx", "<gpx/>", bomb, "{}", '{"type": "LineString", "coordinates": [[1, 2]]}', "[1]",
                     '{"type": "LineString", "coordinates": [["a", 2], [3, 4]]}',
                     '{"type": "LineString", "coordinates": [[1, 200], [3, 4]]}'):  # fmt: skip
            with self.subTest(text=text[:40]):
                answer = self.send(text)
                self.assertEqual(answer.status_code, 422)
                self.assertTrue(answer.json["problems"][0]["words"])
