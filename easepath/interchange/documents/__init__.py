"""Documents of a complaint: what the record says, composed into passages that a clinician edits and keeps."""
