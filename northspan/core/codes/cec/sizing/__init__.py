"""Sizing of one run: Sections 4, 8, 10, 12 and 14."""
