"""How much of the drill is in the metal as it enters and leaves."""

from bore.base.elementwise import Column, choose, least, most
from bore.base.formula import formula


@formula("Diameter engaged at entry", "De = c + 2 x tan κ, at most D", "mm", "derived")
def engaged_diameter_mm(*, advance_mm: Column, chisel_mm: Column, tan_edge_angle: Column, diameter_mm: Column) -> Column:
    """Diameter of the point in the metal once it has gone `advance_mm` past a face; nothing before it touches.

    >>> [engaged_diameter_mm(advance_mm=x, chisel_mm=2.0, tan_edge_angle=1.5, diameter_mm=10.0) for x in (-1.0, 0.0, 0.5, 2.0, 3.0)]
    [0.0, 0.0, 3.5, 8.0, 10.0]
    """
    inside = least(chisel_mm + 2 * advance_mm * tan_edge_angle, diameter_mm)
    return choose(advance_mm > 0, inside, 0.0)


@formula("Share of the torque", "(De² − d0²) / (D² − d0²)", "", "derived")
def torque_share(*, engaged_mm: Column, start_diameter_mm: Column, diameter_mm: Column) -> Column:
    """Share of the full torque with part of the point engaged, 0 to 1.

    >>> [torque_share(engaged_mm=e, start_diameter_mm=6.0, diameter_mm=10.0) for e in (4.0, 6.0, 8.0, 10.0)]
    [0.0, 0.0, 0.4375, 1.0]
    """
    return most(engaged_mm**2 - start_diameter_mm**2, 0.0) / (diameter_mm**2 - start_diameter_mm**2)


@formula("Share of the lips' thrust", "(De − inner) / (D − inner), inner = max(d0, c)", "", "derived")
def lip_share(*, engaged_mm: Column, inner_diameter_mm: Column, diameter_mm: Column) -> Column:
    """Share of the lips' thrust with part of the point engaged, 0 to 1.

    >>> [lip_share(engaged_mm=e, inner_diameter_mm=2.0, diameter_mm=10.0) for e in (1.0, 2.0, 4.0, 10.0)]
    [0.0, 0.0, 0.25, 1.0]
    """
    return most(engaged_mm - inner_diameter_mm, 0.0) / (diameter_mm - inner_diameter_mm)


@formula("Full engagement", "x = (D − c) / (2 tan κ)", "mm", "derived")
def full_engagement_mm(*, diameter_mm: Column, chisel_mm: Column, tan_edge_angle: Column) -> Column:
    """How far past the face the whole point is in the metal, mm.

    >>> full_engagement_mm(diameter_mm=10.0, chisel_mm=1.0, tan_edge_angle=1.5)
    3.0
    """
    return (diameter_mm - chisel_mm) / 2 / tan_edge_angle
