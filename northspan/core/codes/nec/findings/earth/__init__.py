"""Findings on bonds, electrodes and neutrals."""
