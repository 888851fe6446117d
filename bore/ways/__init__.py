"""Ways out, what may be changed, the match, what moves with what is changed."""
