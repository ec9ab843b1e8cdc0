"""A code book of no country: one line of 230 V, mm² and metres, words of its own, one table."""
