"""Whether a reference holds together: numbers, addresses, dates, pages."""
