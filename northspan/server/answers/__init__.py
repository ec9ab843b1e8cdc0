"""What every call of the server answers with: models, replies, files, the page itself."""
