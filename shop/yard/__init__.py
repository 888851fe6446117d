"""What stands in the yard: machines, cutters, the shop's own materials."""
