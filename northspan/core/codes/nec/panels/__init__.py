"""What the US code book asks of a panel with its cover off."""
