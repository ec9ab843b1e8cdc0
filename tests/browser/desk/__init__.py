"""The desk itself, whatever the step."""
