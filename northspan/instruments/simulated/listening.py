"""A simulated instrument behind a local port, as a real one would stand there."""

import socketserver

from northspan.instruments.line import LONGEST, Instrument, answer

IDLE_S = 30.0


def listening(instrument: Instrument, port: int) -> socketserver.ThreadingTCPServer:
    """A server on the loopback that answers every line for one instrument; ``serve_forever`` runs it, port 0 takes a
    free one. Raises OSError where the port is taken.
    """

    class Wire(socketserver.StreamRequestHandler):
        timeout = IDLE_S

        def handle(self) -> None:
            while line := self.rfile.readline(LONGEST + 1):
                if len(line) > LONGEST or not line.endswith(b"\n"):
                    self.wfile.write(b"no one line at a time, ended, and short\n")
                    return
                self.wfile.write(f"{answer(instrument, line.decode('utf-8', 'replace'))}\n".encode())

    class Server(socketserver.ThreadingTCPServer):
        daemon_threads = True
        allow_reuse_address = True

    return Server(("127.0.0.1", port), Wire)
