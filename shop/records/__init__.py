"""What the records of a shop share: where one stands (here, retired, in the bin), and the name it has in an address."""
