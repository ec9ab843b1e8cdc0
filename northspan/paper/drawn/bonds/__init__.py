"""The bonds of every mode drawn: which cans have neutral and ground joined, and which keep them apart."""
