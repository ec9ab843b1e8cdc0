"""What is taken where: appliances, places, and the sum over every run."""
