"""The command line: answers, exit status, one clear line for each thing wrong."""

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path

from northspan.cli import main
from tests.core.made.jobs import document

EXAMPLE = (
    "check --amps 88 --system 120/240-3w --length-ft 310 --metal al --insulation XHHW-2 --raceway PVC40 "
    "--ambient-c 38 --ccc 3 --termination 75 --drop-pct 3 --json"
)


def run(line, *more):
    out, err = io.StringIO(), io.StringIO()
    with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
        try:
            status = main([*line.split(), *more])
        except SystemExit as stopped:
            status = stopped.code
    return status, out.getvalue(), err.getvalue().splitlines()


class CommandLine(unittest.TestCase):
    def test_the_documented_example(self):
        status, out, _ = run(EXAMPLE)
        answer = json.loads(out)
        self.assertEqual(status, 0)
        given = {
            "size": "3/0",
            "breaker_a": 90.0,
            "egc_size": "2",
            "neutral_size": "3/0",
            "raceway_trade_size": "1 1/2",
        }
        self.assertEqual({k: answer[k] for k in given}, given)
        self.assertEqual(answer["required_size_without_drop"], "2")
        self.assertTrue(answer["working"]["drop_pct"])

    def test_load_prints_every_method_with_its_lines(self):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "job.json"
            house = {
                "places/0/floor_area": 1500,
                "places/0/appliances": [
                    {"id": "range", "name": "Range", "kind": "range", "va": 12000},
                    {"id": "dryer", "name": "Dryer", "kind": "dryer", "va": 5500},
                ],
            }
            path.write_text(json.dumps(document(**house)))
            status, out, _ = run("load", str(path))
            as_json = json.loads(run("load", str(path), "--json")[1])
            path.write_text("{}")
            bad = run("load", str(path))
        self.assertEqual(status, 0)
        for words in ("Standard calculation, 220 Part III: may be used", "18,600 VA  together", "78 A   heavier leg"):
            self.assertIn(words, out)
        self.assertIn("neutral 61 A", out)
        self.assertEqual([m["id"] for m in as_json[0]["methods"]], ["standard", "optional"])
        self.assertTrue(all(line["va"]["steps"] for m in as_json[0]["methods"] for line in m["lines"]))
        self.assertEqual((bad[0], bad[1]), (2, ""))
        self.assertEqual(run("load /nowhere/job.json")[0], 2)

    def test_exit_status(self):
        self.assertEqual(run("check --amps 2000 --system 240-2w --length-ft 10")[0], 1)
        self.assertEqual(run("check --amps 40 --system 240-2w --length-ft 10 --lock-size 14")[0], 1)
        self.assertEqual(run("check --amps 40 --system 240-2w --length-ft 10")[0], 0)

    def test_one_line_for_each_bad_flag(self):
        status, out, err = run("check --amps none --system 240-3w --length-ft -1 --metal tin --termination 90")
        self.assertEqual((status, out), (2, ""))
        for flag in ("--amps", "--system", "--length-ft", "--metal", "--termination"):
            self.assertEqual(len([line for line in err if flag in line]), 1, flag)
        self.assertEqual(len(run("check --color red")[2]), 1)
        self.assertIn("amps is missing", run("check --system 240-2w --length-ft 9")[2][0])
        self.assertIn("aluminium", run("check --amps 9 --system 240-2w --length-ft 9 --metal al --lock-size 14")[2][0])

    def test_inverse_answers_pass_their_own_check(self):
        base = "check --system 240-2w --metal al --lock-size 2 --insulation XHHW-2 --json"
        far = json.loads(run(f"{base} --amps 60 --max-length")[1])["max_length_ft"]
        self.assertEqual(run(f"{base} --amps 60 --length-ft {far * 0.9999}")[0], 0)
        self.assertEqual(run(f"{base} --amps 60 --length-ft {far * 1.0001}")[0], 1)
        most = json.loads(run(f"{base} --length-ft 200 --max-amps")[1])["max_amps"]
        self.assertEqual(run(f"{base} --length-ft 200 --amps {most * 0.9999}")[0], 0)
        self.assertEqual(run(f"{base} --length-ft 200 --amps {most * 1.001}")[0], 1)

    def test_batch_answers_line_by_line(self):
        lines = [
            '{"amps": 40, "system": "240-2w", "length-ft": 100}',
            "{not json",
            '{"amps": 40, "system": "240-2w", "length_ft": 100, "lock_size": "8", "no_drop": true}',
            '{"amps": -1, "system": "240-2w", "length_ft": 100}',
        ]
        with tempfile.TemporaryDirectory() as folder:
            cases = Path(folder) / "cases.jsonl"
            cases.write_text("\n".join(lines))
            status, out, err = run("check --batch", str(cases))
            answers = [json.loads(line) for line in out.splitlines()]
            self.assertEqual(status, 2)
            self.assertEqual([a.get("size") for a in answers], ["8", None, "8", None])
            self.assertIn("error", answers[1])
            self.assertTrue(err[0].startswith("northspan: line 2"), err)
            cases.write_text(lines[0] + "\n\n" + lines[2])
            self.assertEqual(run("check --batch", str(cases))[0], 0)
        self.assertEqual(run("check --batch /no/such/file")[0], 2)

    def test_solve_prints_the_whole_solution(self):
        with tempfile.TemporaryDirectory() as folder:
            good, bad = Path(folder) / "good.json", Path(folder) / "bad.json"
            good.write_text(json.dumps(document()))
            bad.write_text(json.dumps(document(**{"runs/1/cable/length": -1})))
            code, out, _ = run("solve", str(good))
            solution = json.loads(out)
            self.assertEqual(code, 0)
            self.assertEqual(solution["runs"][1]["figures"]["size"]["value"], "8")
            status, _, err = run("solve", str(bad))
            self.assertEqual((status, len(err)), (2, 1))
            self.assertIn("/runs/1/cable/length (the run from House panel to Shed panel): must be more than 0", err[0])

    def test_packet_writes_the_sheets_that_are_asked_for(self):
        with tempfile.TemporaryDirectory() as folder:
            job, out = Path(folder) / "job.json", Path(folder) / "out"
            job.write_text(json.dumps(document()), "utf-8")
            self.assertEqual(
                run("packet", str(job), "--out", str(out), "--sheets", "one-line, materials", "--paper", "a4")[0], 0
            )
            names = {p.name for p in out.iterdir()}
            self.assertEqual(
                names,
                {"packet.pdf", "one-line.pdf", "one-line-1.svg", "one-line-1.dxf", "materials.pdf", "materials.csv"},
            )
            self.assertIn('width="297mm"', (out / "one-line-1.svg").read_text("utf-8"))
            status, _, wrong = run("packet", str(job), "--out", str(out), "--sheets", "raiser")
            self.assertEqual((status, len(wrong)), (2, 1))
            self.assertIn("no sheet 'raiser'", wrong[0])
            status, _, empty = run("packet", str(job), "--out", str(out), "--sheets", "boxes")
            self.assertEqual((status, empty), (0, ["northspan: boxes: this job has nothing to show on it"]))
            status, _, wrong = run("packet", str(job), "--out", str(job))
            self.assertEqual((status, len(wrong)), (2, 1))

    def test_least_cost_says_why_a_line_was_passed_by(self):
        with tempfile.TemporaryDirectory() as folder:
            job = Path(folder) / "job.json"
            job.write_text(json.dumps(document()), "utf-8")
            status, out, _ = run("least-cost", str(job), "--line", "feeder")
            self.assertEqual(status, 0)
            self.assertRegex(out, r"Shed panel at 480 V: \$[\d,]+ more")
            self.assertEqual(run("least-cost", str(job), "--line", "gone")[0], 2)
