"""Reads: what the screens show, composed from rows and from what the core tells."""
