"""Panels with their covers off: balanced, filled with what they owe, their schedules, directories and labels."""
