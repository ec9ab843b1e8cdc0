"""Wire bought and cut: the least cost of spools and lengths that gives every piece unbroken."""
