/** A machine from its side, by its kind; the spindle in bronze. Not to scale: what is to scale carries its figure beside it. */
const OUTLINES: Record<string, { body: string; spindle: string; work: string }> = {
  "bench-press": {
    body: "M10 92 H60 V86 H22 V40 M22 20 V40 M16 20 H70 V40 H16 Z M28 20 V12 H64 V20",
    spindle: "M58 40 V58 M55 58 H61 L58 66 Z",
    work: "M22 74 H74 V70 H42",
  },
  "column-press": {
    body: "M8 94 H66 V88 H8 Z M20 88 V38 M27 88 V38 M12 14 H74 V38 H12 Z",
    spindle: "M60 38 V56 M57 56 H63 L60 65 Z",
    work: "M24 74 H78 V69 H40",
  },
  "radial-press": {
    body: "M6 94 H92 V88 H6 Z M14 88 V10 H28 V88 M28 22 H94 V34 H28 M62 16 H80 V46 H62 Z",
    spindle: "M71 46 V60 M68 60 H74 L71 68 Z",
    work: "M52 88 V76 H92 V88",
  },
  magnetic: {
    body: "M22 78 H64 V68 H22 Z M28 68 V16 H40 V68 M40 24 H72 V46 H40",
    spindle: "M74 46 V64 M68 64 H80 V76 M68 64 V76",
    work: "M6 84 H94 V78 H6 Z",
  },
  lathe: {
    body: "M4 84 H96 V72 H4 Z M6 72 V30 H34 V72 M64 72 V44 H90 V56 H94",
    spindle: "M64 50 H50 L44 53 L50 56 H64",
    work: "M34 44 H44 V62 H34 Z",
  },
  "turning-centre": {
    body: "M4 88 H96 V78 H4 Z M6 78 V22 H34 V78 M62 78 V34 H88 V78",
    spindle: "M62 50 H50 L44 53 L50 56 H62",
    work: "M34 42 H44 V64 H34 Z",
  },
  "machining-centre": {
    body: "M8 94 H92 V86 H8 Z M12 86 V12 H36 V86 M36 18 H70 V46 H36",
    spindle: "M48 46 H64 V54 H48 Z M53 54 V66 L56 71 L59 66 V54",
    work: "M38 86 V78 H90 V86",
  },
  "gun-drilling": {
    body: "M2 84 H98 V74 H2 Z M4 74 V40 H26 V74 M54 74 V46 H60 V74 M78 74 V46 H84 V74",
    spindle: "M84 54 H96 M26 56 H76",
    work: "M26 46 H54 V66 H26 Z",
  },
  "hand-held": {
    body: "M16 28 H62 V50 H16 Z M26 50 L22 82 H38 L42 50",
    spindle: "M62 34 H72 V44 H62 M72 38 H90 L94 39 L90 40 H72",
    work: "M96 16 V70",
  },
};

export function MachineOutline({ kind, width = 64 }: { kind: string; width?: number }) {
  const one = OUTLINES[kind] ?? OUTLINES["bench-press"];
  if (!one) return null;
  return (
    <svg width={width} height={width} viewBox="0 0 100 100" aria-hidden className="shrink-0">
      <g fill="none" strokeLinejoin="round" strokeLinecap="round">
        <path d={one.body} stroke="var(--ink)" strokeWidth="2.4" />
        <path d={one.work} stroke="var(--blue)" strokeWidth="2.2" strokeDasharray="5 3" />
        <path d={one.spindle} stroke="var(--bronze)" strokeWidth="3" />
      </g>
    </svg>
  );
}
