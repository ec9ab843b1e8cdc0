"""What readings point to, in words, and what to read next."""
