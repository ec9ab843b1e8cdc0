"""The Canadian code book."""
