"""Numbers as people write them, held with the front end to one list."""

import json
import subprocess
import unittest
from pathlib import Path

from northspan.text.numbers import NotANumber, read_number

ROOT = Path(__file__).parents[3]
LIST = json.loads((ROOT / "tests/numbers.json").read_text("utf-8"))["read"]
# The front end's own reader, run as it stands.
READ = """
const ts = require('typescript'), fs = require('fs'), made = { exports: {} }
const options = { compilerOptions: { module: 'commonjs' } }
const source = ts.transpileModule(fs.readFileSync('src/fields/entry/number.ts', 'utf8'), options)
new Function('exports', source.outputText)(made.exports)
const rows = JSON.parse(fs.readFileSync(0, 'utf8'))
console.log(JSON.stringify(rows.map(([text]) => [false, true].map((metric) => made.exports.readNumber(text, metric)))))
"""


def read(text, metric):
    try:
        return read_number(text, metric)
    except NotANumber:
        return None


class Numbers(unittest.TestCase):
    def test_what_is_written_is_read_or_refused_alike_on_both_sides(self):
        want = [row[1:] for row in LIST]
        self.assertEqual([[read(row[0], metric) for metric in (False, True)] for row in LIST], want)
        ran = subprocess.run(
            ["node", "-e", READ], cwd=ROOT / "web", input=json.dumps(LIST), capture_output=True, text=True, check=True
        )
        typed = [[each if isinstance(each, (int, float)) else None for each in row] for row in json.loads(ran.stdout)]
        self.assertEqual(typed, want)

    def test_one_that_may_be_either_says_both(self):
        with self.assertRaisesRegex(NotANumber, "1200 or 1.200"):
            read_number("1,200", metric=True)


if __name__ == "__main__":
    unittest.main()
