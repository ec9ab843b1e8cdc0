"""The packet: its sheets put together, framed and written."""
