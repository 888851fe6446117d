"""The exact factors between working units (mm, N, N·m, kW, rpm) and the others of the trade.

Working units are used everywhere inside; these stand only at the edges and inside
formulas that were published in inch units.
"""

MM_PER_INCH = 25.4
N_PER_LBF = 4.4482216152605
NM_PER_LBF_IN = N_PER_LBF * MM_PER_INCH / 1000
KW_PER_HP = 0.74569987158227022
W_S_PER_MM3_PER_HP_IN3_MIN = KW_PER_HP * 1000 * 60 / MM_PER_INCH**3
NM_RPM_PER_KW = 30000 / 3.141592653589793
