"""Jobs kept, opened and read again."""
