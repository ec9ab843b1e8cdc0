"""The list of materials on paper."""
