"""What leaves the desk, sheet by sheet."""
