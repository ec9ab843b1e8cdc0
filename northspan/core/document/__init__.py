"""A job as a document: read or refused in words, its parts named, edited by ids."""
