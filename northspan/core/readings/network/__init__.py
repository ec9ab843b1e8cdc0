"""What meters find on the property as a network: as it is wired, and with one thing wrong."""
