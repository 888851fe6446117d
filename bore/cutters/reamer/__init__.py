"""Machine reamers: many edges that size a drilled hole."""
