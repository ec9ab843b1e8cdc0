"""Earthing conductors and bonding: chapters 41 and 54, section 701."""
