"""Reading a program back: what would crash a machine, break a tool or spoil the work, each with its line and what to write instead."""
