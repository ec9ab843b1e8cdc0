"""What the US code book finds wrong or worth knowing: one module a subject."""
