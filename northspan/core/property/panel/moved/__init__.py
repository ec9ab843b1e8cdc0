"""A panel that is moved: which cables reach, where the others are spliced, what is done when."""
