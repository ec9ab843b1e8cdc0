"""What stands on each sheet of a packet."""
