"""How deep wiring lies under ground. Table 300.5(A)."""
