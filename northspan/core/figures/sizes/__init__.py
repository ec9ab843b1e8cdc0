"""Scales of wire sizes, as data: order, area, spoken form."""
