"""What is planned round the work itself: the packet that goes out, the days that it takes."""
