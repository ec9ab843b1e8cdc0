"""The British code book."""
