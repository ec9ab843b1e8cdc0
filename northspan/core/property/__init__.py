"""The whole property: how its runs hang together, what guards them, and what is asked of each."""
