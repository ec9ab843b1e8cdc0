"""What happened on a job, and what the shop learns from all that it measured."""
