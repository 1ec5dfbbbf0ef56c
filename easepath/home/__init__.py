"""The client's side: what a private link may read and send, and nothing else."""
