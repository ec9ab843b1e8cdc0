"""Stand-ins for meters and outside desks, over a job's own models: a real one takes their place at the same lines."""
