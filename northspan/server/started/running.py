"""Starting the server on this machine, and stopping it without cutting anybody off."""

import errno
import ipaddress
import logging
import signal
import socket
import time
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from waitress.server import TcpWSGIServer, create_server
from waitress.wasyncore import dispatcher

from northspan.server.app import create_app
from northspan.store.trouble import DatabaseTrouble

LOOPBACK = ["127.0.0.1", "localhost", "::1"]
DEFAULT_DATABASE = Path("var") / "northspan.sqlite"
INSTRUMENTS = Path("var") / "instruments"
LONGEST_FAREWELL_S = 15.0
_PORTS = {
    errno.EADDRINUSE: "is taken: another program, or another North Span, listens there. Choose one with --port",
    errno.EACCES: "may not be opened by you; choose one above 1023 with --port",
    errno.EADDRNOTAVAIL: "cannot be opened: this machine has no such address",
}


class StartTrouble(Exception):
    """The server cannot start; the message says why, in one line."""


def run(
    host: str, port: int, database: str | None, *, demo: bool, insecure: bool = False, instruments: Sequence[int] = ()
) -> None:
    """Serve until stopped. Binds to ``host``, loopback unless the person insists; ``instruments`` are the local ports
    that instruments may be asked at. Raises StartTrouble.
    """
    loopback = _is_loopback(host)
    if not loopback and not insecure:
        raise StartTrouble(
            f"--host {host} would let anybody on the network read and change every job, for North Span has no accounts "
            "yet: leave it on 127.0.0.1, or add --insecure where the network is yours alone"
        )
    logging.basicConfig(level=logging.INFO, format="%(asctime)s %(name)s %(levelname)s %(message)s")
    logging.getLogger("alembic").setLevel(logging.WARNING)
    url = database or f"sqlite:///{DEFAULT_DATABASE.absolute()}"
    try:
        # It answers to its own names only, so that no outside name can be pointed at it.
        own = socket.gethostname().lower()
        names = [*LOOPBACK, host.lower(), *(() if loopback else (own, f"{own}.local"))]
        app = create_app(
            url, with_demo=demo, hosts=names, bare_addresses=not loopback, instruments_folder=INSTRUMENTS,
            instrument_ports=frozenset(instruments),
        )  # fmt: skip
    except DatabaseTrouble as trouble:
        raise StartTrouble(str(trouble)) from trouble
    address = f"[{host}]:{port}" if ":" in host else f"{host}:{port}"
    try:
        server = create_server(app, listen=address, threads=8, ident="northspan")
    except (OSError, OverflowError, ValueError) as error:
        why = _PORTS.get(getattr(error, "errno", None) or 0, f"cannot be opened: {error}")
        raise StartTrouble(f"{address} {why}") from error
    print(f"North Span is at http://{address}/ (stop with Ctrl-C)", flush=True)
    _serve(server)


def _is_loopback(host: str) -> bool:
    try:
        return ipaddress.ip_address(host).is_loopback
    except ValueError:
        return host == "localhost"


def _serve(server: TcpWSGIServer) -> None:
    """Answer until told to stop; then no more is taken in, and what is under way is finished and sent."""
    told: list[int] = []

    def stop(number: int, _frame: Any) -> None:
        told.append(number)
        server.pull_trigger()

    for number in (signal.SIGTERM, signal.SIGINT):
        signal.signal(number, stop)
    while not told:
        server.asyncore.loop(timeout=1.0, map=server._map, count=1)
    dispatcher.close(server)
    latest = time.monotonic() + LONGEST_FAREWELL_S
    while _under_way(server) and time.monotonic() < latest:
        server.asyncore.loop(timeout=0.1, map=server._map, count=1)
    server.task_dispatcher.shutdown()


def _under_way(server: TcpWSGIServer) -> bool:
    return any(each.requests or each.total_outbufs_len for each in server.active_channels.values())
