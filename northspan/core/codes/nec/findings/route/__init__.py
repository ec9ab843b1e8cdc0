"""Findings on the way of a run: measured, buried, pulled."""
