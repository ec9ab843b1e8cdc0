"""North Span: the working desk of a residential electrician."""
