"""What a machine holds a cutter in, where its own holder is for other shanks: what any such machine has beside it."""

from dataclasses import replace

from bore.job.cutter import Cutter
from bore.job.job import Job
from bore.machines.machine import Machine
from bore.mechanics import holders

# The drill chuck on a taper arbor that stands beside every machine with a Morse socket, and its top speed (common practice).
CHUCK_MM, CHUCK_RPM = 16.0, 3000.0
# The taper of a tailstock whose drill chuck is all that is known of it; its barrel seldom has a slot for a tang (common practice).
TAILSTOCK_TAPER = "3"
# What holds a tool that is not the machine's own holder.
HELD_IN = {"chuck": "in the drill chuck", "morse": "in a Morse sleeve", "side-lock": "in a side-lock"}
TAP_HELD_IN, TAILSTOCK_HELD_IN = "in the tapping chuck", "in the tailstock itself"
HELD_WORDS = (*HELD_IN.values(), TAP_HELD_IN, TAILSTOCK_HELD_IN)


def held(machine: Machine, cutter: Cutter) -> Machine:
    """The machine as it holds a cutter: one with a Morse socket takes plain shanks in its drill chuck, a tailstock taper shanks in its
    barrel, a turret's side-lock taper shanks in a sleeve with a flat, a machining centre a shank that its collet does not take in a holder
    of its own, as any such machine has them."""
    if cutter.shank.startswith("morse"):
        return _by_its_taper(machine, cutter.shank.removeprefix("morse-"))
    largest = holders.largest_shank_mm(machine.holder.kind, machine.holder.size)
    if machine.is_a.programmed and largest is not None and cutter.shank_diameter_mm > largest:
        return replace(machine, holder=replace(machine.holder, kind="side-lock", size=None))
    # A tap of any size has its own chuck, which takes its square.
    taken = max(CHUCK_MM, cutter.shank_diameter_mm) if cutter.kind.feeds_its_pitch else CHUCK_MM
    small = cutter.shank == "straight" and cutter.shank_diameter_mm <= taken and cutter.kind.chucked
    if machine.holder.kind != "morse" or not small:
        return machine
    chuck = replace(machine.holder, kind="chuck", size=None, capacity_mm=taken, grip="keyed", tang_engaged=True, max_rpm=CHUCK_RPM)
    return replace(machine, holder=chuck)


def _by_its_taper(machine: Machine, size: str) -> Machine:
    if machine.holder.kind == "side-lock" and machine.is_a.lathe:
        return replace(machine, holder=replace(machine.holder, kind="morse", size=size, tang_engaged=True))
    if machine.holder.kind == "chuck" and machine.is_a.tailstock:
        return replace(machine, holder=replace(machine.holder, kind="morse", size=TAILSTOCK_TAPER, tang_engaged=False))
    return machine


def fitted(job: Job) -> Job:
    """The job with its cutter in what holds it."""
    return replace(job, machine=held(job.machine, job.cutter))


def held_in(machine: Machine, cutter: Cutter, own: str) -> str:
    """What a machine holds a cutter in, in words; empty where that is of the kind of its own holder."""
    if machine.holder.kind == own:
        return ""
    if cutter.kind.feeds_its_pitch:
        return TAP_HELD_IN
    return TAILSTOCK_HELD_IN if machine.is_a.tailstock else HELD_IN[machine.holder.kind]
