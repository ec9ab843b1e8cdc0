"""What the US code book, and the standards it leans on, say about readings."""
