"""The list as a whole: heading, order, layout."""
