"""Generate the front end's typed client from the server's OpenAPI document, or check that it is up to date."""

import json
import subprocess
import sys
import tempfile
from pathlib import Path

from northspan.server.app import create_app

WEB = Path(__file__).parents[1] / "web"
CLIENT = WEB / "src" / "api" / "schema.d.ts"


def main() -> int:
    """Write the client, or with --check compare it with what would be written."""
    with tempfile.TemporaryDirectory() as folder:
        document = Path(folder) / "openapi.json"
        fresh = Path(folder) / "schema.d.ts"
        app = create_app(f"sqlite:///{Path(folder) / 'empty.sqlite'}")
        document.write_text(json.dumps(app.api_doc), "utf-8")
        command = ["npx", "--no-install", "openapi-typescript", str(document), "-o", str(fresh)]
        subprocess.run(command, cwd=WEB, check=True, stdout=subprocess.DEVNULL)
        if "--check" not in sys.argv[1:]:
            CLIENT.write_text(fresh.read_text("utf-8"), "utf-8")
        elif CLIENT.read_text("utf-8") != fresh.read_text("utf-8"):
            print("The typed client is out of date: run make client", file=sys.stderr)
            return 1
    return 0


if __name__ == "__main__":
    sys.exit(main())
