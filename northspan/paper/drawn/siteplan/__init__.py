"""The site plan: the property to scale, with what is trenched and how deep."""
