"""The work planned round the dark hours: what has to be done, in which order, when the house is dark."""
