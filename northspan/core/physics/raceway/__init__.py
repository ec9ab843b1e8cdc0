"""What is known of raceways as things: how cables lie and are pulled in them, how they grow, what they conduct."""
