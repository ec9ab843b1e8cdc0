"""The inks of everything that is printed."""

from reportlab.lib.colors import HexColor

INK, RULE, DANGER, CAUTION_INK = HexColor("#17332d"), HexColor("#cfc6b2"), HexColor("#b5301a"), HexColor("#a86a08")
