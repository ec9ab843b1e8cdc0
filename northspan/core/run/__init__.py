"""One run by itself: what is asked, the sizes tried, and what comes out."""
