"""How the server runs: two workers with threads, so that a long computation in one request leaves the others served."""

import os

from easepath.entrance.log import logging_settings

bind = os.environ.get("EASEPATH_BIND", "127.0.0.1:8000")
workers = int(os.environ.get("EASEPATH_WORKERS", "2"))
worker_class = "gthread"
threads = 4
timeout = 60
graceful_timeout = 20
umask = 0o077
limit_request_line = 4094
limit_request_field_size = 8190
control_socket = os.path.join(os.environ.get("EASEPATH_VAR", "var"), "gunicorn.sock")
logconfig_dict = logging_settings(os.environ.get("EASEPATH_LOG", "INFO").upper())
