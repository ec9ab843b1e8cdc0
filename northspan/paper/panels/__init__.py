"""What leaves the desk of a panel, and comes back: its schedule, directory and labels."""
