"""Readings that are judged by their kind: electrodes, torque, what a load dropped."""
