"""What a sheet is told from: the job with its answers, names and house rules."""
