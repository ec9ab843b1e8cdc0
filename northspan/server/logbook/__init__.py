"""What happened on a job, and what was measured and asked for on all of them."""
