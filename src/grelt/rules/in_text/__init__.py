"""Rules on the form of citations in the text."""
