"""The one-line of a job, laid out from its plan."""
