"""What is drawn: the operating window, the bore log, the machine."""
