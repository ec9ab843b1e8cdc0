"""Findings on transformers, standby and parallel sources."""
