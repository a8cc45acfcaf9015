"""Sources apart from any paper: the shelf of guides, composing, open formats, and records looked up."""
