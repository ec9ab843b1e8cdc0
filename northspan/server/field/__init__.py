"""What comes in from the field: recordings, surveys, walked tracks."""
