"""Starting the server on this machine."""

import logging
from pathlib import Path

from waitress import serve

from northspan.server.app import create_app

LOOPBACK = ["127.0.0.1", "localhost", "::1", "[::1]"]
DEFAULT_DATABASE = Path("var") / "northspan.sqlite"


def run(host: str, port: int, database: str | None, *, demo: bool) -> None:
    """Serve until stopped. Binds to ``host``, which is loopback unless the person asks otherwise."""
    logging.basicConfig(level=logging.INFO, format="%(asctime)s %(name)s %(levelname)s %(message)s")
    url = database or f"sqlite:///{DEFAULT_DATABASE.absolute()}"
    # A loopback server answers to its own names only, so that no outside name can be pointed at it.
    app = create_app(url, with_demo=demo, hosts=LOOPBACK if host in LOOPBACK else None)
    print(f"North Span is at http://{host}:{port}/ (stop with Ctrl-C)", flush=True)
    serve(app, host=host, port=port, threads=8, ident="northspan")
