"""What a step shows: one frozen model for each, made from the record and its assessment."""
