"""Small simulated pieces of the outside world: practice clients who live through days of their program."""
