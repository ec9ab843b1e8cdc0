"""What an inspector looks at on a job, and what was found."""
