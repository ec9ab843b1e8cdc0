"""Routes unrolled on paper: the ground, what lies in it, the pull over it."""
