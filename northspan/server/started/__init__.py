"""The server started: its program, its edition, what its parts are wired to."""
