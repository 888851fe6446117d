"""Centre drills: a small pilot and a 60° cone, for centres and for starting on a lathe."""
