"""Jobs as they are solved, and how their figures came out."""
