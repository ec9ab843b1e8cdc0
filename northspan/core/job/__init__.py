"""What the electrician knows of a property: the parts of a job, in its own units, of every version."""
