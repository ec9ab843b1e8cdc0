"""The property as a network of impedances: its branches in a mode, and a fault in it."""
