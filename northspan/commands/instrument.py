"""``northspan instrument KIND JOB``: a simulated instrument behind a local port."""

import argparse
import sys
from datetime import UTC, datetime
from functools import cache

from northspan.commands.job_of_file import read_job
from northspan.commands.outcome import BAD_INPUT, PASSES
from northspan.core.readings.network.of_job import metered
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution
from northspan.instruments.line import InstrumentTrouble
from northspan.instruments.simulated.bench import Bench
from northspan.instruments.simulated.listening import listening
from northspan.instruments.supply_house import SimulatedSupplyHouse
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import PriceItem


def run(options: argparse.Namespace) -> int:
    """Listen until interrupted. Returns the exit status."""
    job = read_job(options.job)
    if job is None:
        return BAD_INPUT
    ready = prepared(job)
    supply = SimulatedSupplyHouse({i.name: i.price for i in shipped_list("prices") if isinstance(i, PriceItem)})
    today = datetime.now(UTC).date()
    solved = solution(ready)
    metered_of = cache(lambda ran: metered(ready, solved.panels, ran))
    bench = Bench(ready, solved, metered_of, supply, today, options.practice)
    try:
        server = listening(bench.instrument(options.kind), options.port)
    except InstrumentTrouble as trouble:
        print(f"northspan: {trouble}", file=sys.stderr)
        return BAD_INPUT
    except OSError:
        print(f"northspan: port {options.port} is taken", file=sys.stderr)
        return BAD_INPUT
    with server:
        print(f"{options.kind} on port {server.server_address[1]}", flush=True)
        try:
            server.serve_forever()
        except KeyboardInterrupt:
            return PASSES
    return PASSES
