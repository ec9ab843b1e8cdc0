"""A panel with its cover off: spaces on two legs, what may stand in them, the balance between the legs."""
