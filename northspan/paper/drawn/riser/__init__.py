"""The riser of a service: how its conductors come down or up, through what, to which earth."""
