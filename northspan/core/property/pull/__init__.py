"""Wire pulled through a raceway: the route unrolled, the tension over it, what goes in."""
