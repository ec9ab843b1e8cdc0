"""Tables of words: what is in them, how they are set on pages, and as CSV."""
