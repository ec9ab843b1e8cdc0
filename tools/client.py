"""Generate what is made from the models: the front end's typed client and the published job file schema.

With --check, compare them with what would be written.
"""

import json
import subprocess
import sys
import tempfile
from pathlib import Path

from northspan.server.app import create_app

ROOT = Path(__file__).parents[1]
WEB = ROOT / "web"
CLIENT = WEB / "src" / "api" / "schema.d.ts"
SCHEMA = ROOT / "docs" / "job.schema.json"


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
        for target, text in ((CLIENT, fresh.read_text("utf-8")), (SCHEMA, schema)):
            if "--check" not in sys.argv[1:]:
                target.write_text(text, "utf-8")
            elif not target.exists() or target.read_text("utf-8") != text:
                print(f"{target.relative_to(ROOT)} is out of date: run make client", file=sys.stderr)
                status = 1
    return status


if __name__ == "__main__":
    sys.exit(main())
