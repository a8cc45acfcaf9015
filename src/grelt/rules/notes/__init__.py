"""Rules on notes."""
