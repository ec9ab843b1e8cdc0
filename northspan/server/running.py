"""Starting the server on this machine."""

import logging
from pathlib import Path

from waitress import serve

from northspan.server.app import create_app

DEFAULT_DATABASE = Path("var") / "northspan.sqlite"


def run(host: str, port: int, database: str | None, *, demo: bool) -> None:
    """Serve until stopped. Binds to ``host``, which is loopback unless the person asks otherwise."""
    logging.basicConfig(level=logging.INFO, format="%(asctime)s %(name)s %(levelname)s %(message)s")
    url = database or f"sqlite:///{DEFAULT_DATABASE.absolute()}"
    app = create_app(url, with_demo=demo)
    print(f"North Span is at http://{host}:{port}/ (stop with Ctrl-C)", flush=True)
    serve(app, host=host, port=port, threads=4, ident="northspan")
