"""Findings on panels, disconnects, outlets and drops."""
