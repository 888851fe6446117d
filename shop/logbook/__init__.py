"""The log: cuts that were made, the edges they were made with, and what they have taught."""
