"""What instruments and outside desks tell: recorded loads, and stand-ins for what cannot be reached from here."""
