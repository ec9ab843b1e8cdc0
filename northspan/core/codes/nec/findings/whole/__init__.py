"""Findings on what is entered, left blank, or meant for a dwelling."""
