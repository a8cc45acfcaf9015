"""A small simulated look-up of records, reached over HTTP on loopback as a real one would be."""
