"""How work is proved under the US code book: looked at, and measured."""
