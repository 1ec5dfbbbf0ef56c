"""The only place where rows become core facts and results become rows."""
