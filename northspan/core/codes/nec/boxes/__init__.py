"""Boxes: what their conductors and fittings need of room, what they have, the box that would do. 314.16."""
