"""Load calculations under the US code book (Article 220)."""
