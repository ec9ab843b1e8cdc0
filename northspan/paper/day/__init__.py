"""The days of a job on paper and in a calendar."""
