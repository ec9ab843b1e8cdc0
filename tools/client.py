"""Generate what is made from the models: the front end's typed client and the published job file schema.

With --check, compare them with what would be written.
"""

import json
import re
import subprocess
import sys
import tempfile
from pathlib import Path

from northspan.server.app import create_app

ROOT = Path(__file__).parents[1]
WEB = ROOT / "web"
CLIENT = WEB / "src" / "api" / "schema.d.ts"
SCHEMA = ROOT / "docs" / "job.schema.json"


COMMENT = re.compile(r"^( *)/\*\*(.*?)\*/\n", re.S | re.M)
ANY_HEADERS = re.compile(r"headers: \{\s*\[name: string\]: unknown;\s*\};")
NO_PARAMETERS = re.compile(
    r"parameters: \{\s*query\?: never;\s*header\?: never;\s*path\?: never;\s*cookie\?: never;\s*\};"
)


def slim(text: str) -> str:
    """The client without what its types say already: a schema's title, default and choices; what is left of a comment,
    what a part is, on one line.
    """
    start = text.index("export interface components")
    end = text.index("export interface operations")
    parts = COMMENT.sub(_said, text[start:end])
    rest = NO_PARAMETERS.sub(
        "parameters: { query?: never; header?: never; path?: never; cookie?: never };", text[:start]
    )
    return rest + parts + ANY_HEADERS.sub("headers: { [name: string]: unknown };", text[end:])


def _said(comment: re.Match[str]) -> str:
    lines = [line.strip().removeprefix("*").strip() for line in comment[2].split("\n")]
    tags = re.split(r"(?:^| )@(?=description|default|enum|constant)", " ".join(line for line in lines if line))
    told = [tag.removeprefix("description ") for tag in tags if tag.startswith("description ")]
    return f"{comment[1]}/** {told[0].strip()} */\n" if told else ""


def main() -> int:
    """Write both, or with --check say which is out of date."""
    with tempfile.TemporaryDirectory() as folder:
        document = Path(folder) / "openapi.json"
        fresh = Path(folder) / "schema.d.ts"
        app = create_app(f"sqlite:///{Path(folder) / 'empty.sqlite'}")
        document.write_text(app.test_client().get("/openapi.json").text, "utf-8")
        command = ["npx", "--no-install", "openapi-typescript", str(document), "-o", str(fresh)]
        subprocess.run(command, cwd=WEB, check=True, stdout=subprocess.DEVNULL)
        schema = json.dumps(app.test_client().get("/api/job-schema.json").json, indent=1, sort_keys=True) + "\n"
        status = 0
        for target, text in ((CLIENT, slim(fresh.read_text("utf-8"))), (SCHEMA, schema)):
            if "--check" not in sys.argv[1:]:
                target.write_text(text, "utf-8")
            elif not target.exists() or target.read_text("utf-8") != text:
                print(f"{target.relative_to(ROOT)} is out of date: run make client", file=sys.stderr)
                status = 1
    return status


if __name__ == "__main__":
    sys.exit(main())
