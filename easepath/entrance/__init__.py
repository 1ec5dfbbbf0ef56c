"""What stands before every request: its size and type, its number in the log, and the answer when all else fails."""
