"""A network of impedances solved for its voltages, and solved again with a little of it another."""
