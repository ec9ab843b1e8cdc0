"""The best balance of two legs: what may be done circuit by circuit, by sums first, else by whole numbers."""
