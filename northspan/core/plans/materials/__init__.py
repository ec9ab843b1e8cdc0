"""What a job is built of, counted once from its plan, and what it costs."""
