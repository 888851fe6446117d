/** The hole cut open: metal, the hole there is, the drill where its tip is, its corners as hot as they are, the chips that come. */
import type { Frame, Scene } from "../live";
import { show } from "../../../job/units";
import type { System } from "../../../job/types";

const [WIDE, HIGH, ABOVE] = [420, 400, 90];

/** What is cut away so far: the cone of the point, and the cylinder above it once the point is in. */
function holeMade(middle: number, half: number, point: number, face: number, made: number, floor: number): string {
  const wide = point > 0 ? half * Math.min((made - face) / point, 1) : half;
  const [shoulder, tip] = [Math.min(Math.max(made - point, face), floor), Math.min(made, floor)];
  return `M${middle - wide} ${face} V${shoulder} L${middle} ${tip} L${middle + wide} ${shoulder} V${face} Z`;
}

const COLOURS: Record<string, string> = { bright: "var(--faint)", straw: "var(--bronze)", blue: "var(--blue)", grey: "var(--ink)" };

/** Chips as they lie about the mouth: curls, strings, fluff, thick ones, dust and crumbs. */
function Chips({ frame, middle, half }: { frame: Frame; middle: number; half: number }) {
  if (frame.chip === "none") return null;
  const stroke = COLOURS[frame.colour] ?? "var(--faint)";
  const small = frame.chip === "dust" || frame.chip === "crumbs" || frame.chip === "fluff";
  return (
    <g fill="none" stroke={stroke} strokeWidth={frame.chip === "thick" ? 3.5 : 2} aria-hidden>
      {[-1, 1].flatMap((side) =>
        [0, 1, 2].map((k) => {
          const x = middle + side * (half + 12 + 14 * k);
          const y = ABOVE - 6 - ((frame.t_s * 40 + 17 * k) % 26);
          if (small) return <circle key={`${side}${k}`} cx={x} cy={y} r={frame.chip === "dust" ? 1.2 : 2} fill={stroke} />;
          if (frame.chip === "strings") return <path key={`${side}${k}`} d={`M${x} ${y} ${"q8 -2 0 -5 q-8 -2 0 -5 ".repeat(4)}`} />;
          return <path key={`${side}${k}`} d={`M${x} ${y} a5 5 0 1 1 8 3 a4 4 0 1 1 6 3`} />;
        }),
      )}
    </g>
  );
}

export function Section({ scene, frame, deep_mm, system, still }: { scene: Scene; frame: Frame; deep_mm: number; system: System; still: boolean }) {
  const px = Math.min((HIGH - ABOVE - 30) / scene.end_mm, (WIDE - 120) / (3 * scene.diameter_mm));
  const [middle, half] = [WIDE / 2, (scene.diameter_mm / 2) * px];
  const y = (mm: number) => ABOVE + mm * px;
  const slope = Math.tan(((scene.point_angle_deg / 2) * Math.PI) / 180);
  const point = scene.point_mm > 0 ? half / slope : 0;
  const tip = y(frame.tip_mm);
  const floor = y(scene.through ? scene.depth_mm : Math.max(scene.end_mm + 6, scene.depth_mm * 1.2));
  const begun = (scene.start_diameter_mm / 2) * px;
  const made = y(deep_mm);
  const shakes = still ? 0 : Math.round(frame.shake * 3 * Math.sin(frame.t_s * 70));
  const hot = Math.min(Math.max((frame.edge_c - 200) / 500, 0), 1);
  const words = `The drill’s tip is ${show(Math.max(frame.tip_mm, 0), "mm", system)} below the face of ${show(scene.depth_mm, "mm", system)}; chips: ${frame.chip} ${frame.colour}`;
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="max-h-[34dvh] w-full wide:max-h-none" role="img" aria-label={words}>
      <rect x={middle - 2.2 * half - 30} y={ABOVE} width={4.4 * half + 60} height={floor - ABOVE} fill="var(--metal)" stroke="var(--ink)" />
      {begun > 0 && <rect x={middle - begun} y={ABOVE} width={2 * begun} height={floor - ABOVE} fill="var(--paper)" stroke="var(--ink)" strokeWidth="0.8" />}
      {deep_mm > 0 && <path d={holeMade(middle, half, point, ABOVE, made, floor)} fill="var(--paper)" />}
      {scene.backed && <rect x={middle - 2.2 * half - 30} y={floor} width={4.4 * half + 60} height={HIGH - floor} fill="var(--paper)" stroke="var(--rule)" />}
      <g transform={`translate(${shakes} 0)`}>
        <path
          d={`M${middle - half} 0 V${tip - point} L${middle} ${tip} L${middle + half} ${tip - point} V0 Z`}
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.4"
        />
        {hot > 0 &&
          [-1, 1].map((side) => <circle key={side} cx={middle + side * half} cy={tip - point} r={4 + 10 * hot} fill="var(--vermilion)" opacity={0.5 * hot} />)}
      </g>
      <Chips frame={frame} middle={middle} half={half} />
      <line x1={middle} x2={middle} y1={4} y2={HIGH - 4} stroke="var(--faint)" strokeDasharray="10 3 2 3" strokeWidth="0.8" />
      <text x={WIDE - 4} y={ABOVE - 4} textAnchor="end" fontSize="12" fill="var(--faint)">
        face
      </text>
      <text x={WIDE - 4} y={Math.min(tip + 4, HIGH - 8)} textAnchor="end" fontSize="15" fontWeight="700" fill="var(--ink)">
        {show(Math.max(frame.tip_mm, 0), "mm", system)}
      </text>
      {scene.through && (
        <text x={WIDE - 4} y={floor + 14} textAnchor="end" fontSize="12" fill="var(--bronze)">
          comes through
        </text>
      )}
    </svg>
  );
}
