"""Four published ways of working out a drill's torque and thrust, side by side."""
