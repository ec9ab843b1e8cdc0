"""The days of a job: planned, with what was changed by hand."""
