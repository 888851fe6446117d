"""One job judged: the evaluator, the check, the best setting, depths."""
