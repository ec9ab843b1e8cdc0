"""Prints the OpenAPI document, from which the front end's typed client is generated."""

import json
import tempfile
from pathlib import Path

from northspan.server.app import create_app


def main() -> None:
    """Write the document to standard output."""
    with tempfile.TemporaryDirectory() as folder:
        app = create_app(f"sqlite:///{Path(folder) / 'empty.sqlite'}")
        print(json.dumps(app.api_doc, indent=1))


if __name__ == "__main__":
    main()
