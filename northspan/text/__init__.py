"""Text files of other programs: their characters and rows, and cells that go out to a spreadsheet."""
