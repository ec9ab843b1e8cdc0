"""Jobs as they are stored: listed, opened, saved, and the demo jobs to begin with."""
