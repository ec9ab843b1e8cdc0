"""Cables pulled through a raceway: how they lie, what friction makes of the pull, what they weigh."""
