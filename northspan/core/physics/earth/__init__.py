"""What lies in the earth: soil in layers, electrodes in it, the survey that finds the layers."""
