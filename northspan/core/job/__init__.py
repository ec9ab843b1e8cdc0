"""What the electrician knows of a property: the job's parts, their file, and what is wrong with one."""
