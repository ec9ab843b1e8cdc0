"""What is looked at under the US code book: trench, rough-in and final, from what a job really contains."""
