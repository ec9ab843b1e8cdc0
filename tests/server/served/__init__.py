"""What the server hands out."""
