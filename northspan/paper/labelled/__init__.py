"""Labels on common sheets of them."""
