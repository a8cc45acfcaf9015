"""The demo world: invented essays, and the script that makes real papers of them."""
