"""What the US code book's tables say of wire that is pulled: diameters, areas, radii, strength. Chapter 9."""
