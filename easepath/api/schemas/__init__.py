"""What goes over the wire, typed by hand: separate shapes for what is sent and what is read."""
