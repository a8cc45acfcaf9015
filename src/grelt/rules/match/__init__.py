"""Citations against the list, both ways."""
