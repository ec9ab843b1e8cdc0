"""Electrodes, their conductors and bonds: Article 250."""
