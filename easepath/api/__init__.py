"""The typed HTTP interface of the clinic: one router per step."""
