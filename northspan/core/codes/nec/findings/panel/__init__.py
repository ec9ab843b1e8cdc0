"""Findings on a panel with its cover off."""
