"""What a sized run is told as: every figure with its working, and what it has room for."""
