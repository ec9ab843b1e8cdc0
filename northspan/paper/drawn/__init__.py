"""What is drawn: the one-line, the site plan, risers, bonds, pulls."""
