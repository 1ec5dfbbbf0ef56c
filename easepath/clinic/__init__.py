"""The clinic: rows, who may do what, actions, reads, and the one adapter to the core."""
