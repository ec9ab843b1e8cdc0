"""Sizing of one run: Articles 110, 240, 250, 310 and chapter 9."""
