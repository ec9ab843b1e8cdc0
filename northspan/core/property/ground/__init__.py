"""Grounding of a job: what bonds where, how many ohms, and what a fault does."""
