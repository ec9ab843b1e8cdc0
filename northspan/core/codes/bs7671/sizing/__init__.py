"""Sizing of one circuit: Parts 4 and 5 and appendix 4."""
