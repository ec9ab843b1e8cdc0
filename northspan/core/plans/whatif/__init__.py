"""Variants of a job held against each other, with what they are built of."""
