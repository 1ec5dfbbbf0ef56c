"""What can be done: one verb, one file; permission, change and audit row in one transaction."""
