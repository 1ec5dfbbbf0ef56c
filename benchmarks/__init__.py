"""Speed, printed and never asserted."""
