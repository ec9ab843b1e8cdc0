"""Start the application: ``northspan serve`` and ``northspan demo``."""

import argparse

from northspan.commands.outcome import PASSES, complain
from northspan.server.started.running import StartTrouble
from northspan.server.started.running import run as serve


def run(options: argparse.Namespace) -> int:
    """Serve until stopped."""
    try:
        serve(
            options.host, options.port, options.database, demo=options.demo, insecure=options.insecure,
            instruments=options.instrument_port,
        )  # fmt: skip
    except StartTrouble as trouble:
        return complain([str(trouble)])
    return PASSES
