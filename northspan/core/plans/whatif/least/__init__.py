"""The cheapest wire of a whole property that keeps every rule and every drop from the source."""
