"""A drawing described once, and written as SVG, PDF and DXF."""
