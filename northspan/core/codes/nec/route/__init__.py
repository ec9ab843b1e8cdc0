"""The way of a run: how deep it lies, and what is pulled through its pipe."""
