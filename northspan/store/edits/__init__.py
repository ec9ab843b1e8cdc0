"""How an edit is kept: the patch, what it changed, taken once and in its turn."""
