"""What was measured on a property, what it should be, and what would explain it where it is not."""
