"""What the British book asks of what is tested."""
