"""What the core says when it cannot take an input."""

from bore.base.immutable import immutable


@immutable
class Problem:
    """One thing wrong with one field, in words that also say what is accepted."""

    field: str
    message: str


class BadInput(ValueError):
    """Everything found wrong with an input, each problem naming its field."""

    def __init__(self, problems: list[Problem]) -> None:
        self._problems = tuple(problems)
        super().__init__("; ".join(f"{p.field}: {p.message}" for p in problems))

    @property
    def problems(self) -> tuple[Problem, ...]:
        """What is wrong, in the order it was found."""
        return self._problems

    @classmethod
    def at(cls, field: str, message: str) -> "BadInput":
        """One problem at one field."""
        return cls([Problem(field, message)])

    def as_data(self) -> dict[str, list[dict[str, str]]]:
        """The shape every door (command line, API) answers with."""
        return {"errors": [{"field": p.field, "message": p.message} for p in self.problems]}
