"""A solved route as it is answered, in the job's own units."""
