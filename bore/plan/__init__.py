"""What is worked out for making the hole: depths, stops and pecks."""
