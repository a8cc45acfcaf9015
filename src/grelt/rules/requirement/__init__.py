"""What the assignment asks of a paper: sources, citations, kinds, years, shares, length."""
