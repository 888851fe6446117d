"""A cut in time under a hand: what a check says of a hole, played out step by step, so that it can be felt before it costs a drill."""
