"""Getting in and staying in: guessing slowed down, the second factor, the idle lock, the own password."""
