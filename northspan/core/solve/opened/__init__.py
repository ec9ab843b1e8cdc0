"""What is opened of a solved job: one rung, one fault."""
