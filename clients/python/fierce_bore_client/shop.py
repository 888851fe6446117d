"""A shop's server, asked over its API."""

import json
import urllib.error
import urllib.parse
import urllib.request
from http.cookiejar import CookieJar
from typing import Any

Case = dict[str, Any]
# Any speed and feed to read a case by: the machine's usual ones are taken before it is asked about.
ANY_SETTING = {"speed_rpm": 500, "feed_mm_rev": 0.1}


class Refused(Exception):
    """The server would not: its status, and each field with what is wrong with it."""

    def __init__(self, status: int, errors: list[dict[str, str]]) -> None:
        super().__init__("; ".join(f"{one['field']}: {one['message']}" for one in errors))
        self.status, self.errors = status, errors


class Shop:
    """A shop's server. Figures go over in millimetres, newtons and revolutions a minute, whatever the screens show.

    Raises Refused where the server refuses, and OSError where it does not answer.
    """

    def __init__(self, address: str, username: str | None = None, password: str | None = None, timeout_s: float = 60.0) -> None:
        self.address, self.timeout_s = address.rstrip("/"), timeout_s
        self._cookies = CookieJar()
        self._opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self._cookies))
        # The page sets the token that every write has to carry.
        self._opener.open(f"{self.address}/", timeout=timeout_s).close()
        if username is not None:
            self.ask("sign-in", {"username": username, "password": password})

    def ask(self, route: str, body: Any = None, **query: Any) -> Any:
        """Any route of the API: a GET without a body, a POST with one."""
        asked = f"?{urllib.parse.urlencode(query)}" if query else ""
        token = next((cookie.value for cookie in self._cookies if cookie.name == "csrftoken"), "") or ""
        request = urllib.request.Request(
            f"{self.address}/api/{route}{asked}",
            data=None if body is None else json.dumps(body).encode(),
            headers={"Content-Type": "application/json", "X-CSRFToken": token, "Referer": f"{self.address}/"},
        )
        try:
            with self._opener.open(request, timeout=self.timeout_s) as answer:
                return json.load(answer)
        except urllib.error.HTTPError as refused:
            raise Refused(refused.code, _errors(refused)) from None

    # --- what the shop has ---------------------------------------------------------

    def machines(self) -> list[dict[str, Any]]:
        """The machines of the yard: `id`, `name`, `kind`, `spec`."""
        return list(self.ask("machines"))

    def cutters(self) -> list[dict[str, Any]]:
        """The cutters of the crib."""
        return list(self.ask("cutters"))

    def machine(self, called: str) -> str:
        """The id of the machine of this id or name, capitals aside. Raises LookupError with those there are."""
        known = self.machines()
        for one in known:
            if called.casefold() in (one["id"].casefold(), one["name"].casefold()):
                return str(one["id"])
        raise LookupError(f"there is no machine “{called}”; there are {', '.join(one['id'] for one in known)}")

    def metal(self, called: str) -> str:
        """The id of a metal by any of its names: `mild steel`, `4140`, `brass`."""
        return str(self.ask("read", kind="metal", text=called)["id"])

    # --- what is asked ---------------------------------------------------------------

    def case(
        self,
        machine: str,
        metal: str,
        *,
        diameter_mm: float,
        depth_mm: float,
        cutter: Case | None = None,
        setting: Case | None = None,
        **more: Any,
    ) -> Case:
        """A case on one of the shop's machines. Without a cutter a twist drill of the hole's size, without a setting what the machine
        would usually be set to; `more` are further parts of the case (`holding`, `operator`, …)."""
        given: Case = {
            "machine": {"id": self.machine(machine)},
            "material": {"id": self.metal(metal)},
            "hole": {"diameter_mm": diameter_mm, "depth_mm": depth_mm} | more.pop("hole", {}),
            "cutter": cutter or {"family": "twist", "diameter_mm": diameter_mm},
            "setting": setting or ANY_SETTING,
            **more,
        }
        if setting is not None:
            return given
        return dict(self.ask("settle", {"case": given, "changed": "machine", "usual": True})["case"])

    def check(self, case: Case) -> dict[str, Any]:
        """What the check says: `verdict`, `said`, `limits`, …"""
        return dict(self.ask("check", case))

    def ways_out(self, case: Case) -> dict[str, Any]:
        """Changes that would make it go, cheapest first."""
        return dict(self.ask("ways-out", case))

    def plan(self, case: Case, hole: str, **plan: Any) -> dict[str, Any]:
        """The steps to a hole as drawn (`M10`, `20 H7`), from the shop's crib. The case's cutter and setting are not looked at."""
        known = {name: part for name, part in case.items() if name not in ("cutter", "setting")}
        size = {name: value for name, value in case["hole"].items() if name != "diameter_mm"}
        return dict(self.ask("plan", {"case": known | {"hole": size}, "plan": {"hole": hole, **plan}}))

    def look_up(self, text: str) -> list[dict[str, str]]:
        """What the book says to it: `M8`, `5/16`, `30 HRC`, `16 H7`, `squeal`."""
        return list(self.ask("reference/find", text=text)["hits"])

    def schema(self, name: str) -> dict[str, Any]:
        """The JSON Schema of a case (`case`), or of an answer (`check`, `plan`, …)."""
        return dict(self.ask(f"schemas/{name}"))


def _errors(refused: urllib.error.HTTPError) -> list[dict[str, str]]:
    """What the server says is wrong; what stands before it may answer in another form."""
    try:
        return list(json.load(refused)["errors"])
    except (ValueError, KeyError, TypeError):
        return [{"field": "server", "message": f"answered {refused.code} {refused.reason}"}]
