"""What was measured on a job: kept, judged, explained; taken from instruments."""
