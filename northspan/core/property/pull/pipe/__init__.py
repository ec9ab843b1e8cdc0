"""What lies in a pipe, and how."""
