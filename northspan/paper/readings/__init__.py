"""What was measured, on paper."""
