"""Findings on conductors, their devices and their way."""
