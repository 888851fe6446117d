/** The cutter standing in the hole, drawn by its family. */
import { useId } from "react";

import type { Log } from "./layout";

export function Body({
  log,
  middle,
  radius,
  px,
  top,
  shoulder,
  tip,
}: {
  log: Log;
  middle: number;
  radius: number;
  px: number;
  top: number;
  shoulder: number;
  tip: number;
}) {
  const { family, slug_diameter_mm } = log.section;
  const [left, right] = [middle - radius, middle + radius];
  const steel = { fill: "var(--steel)", stroke: "var(--ink)", strokeWidth: 1.2 };
  if (family === "annular") {
    const wall = radius - ((slug_diameter_mm ?? 0) / 2) * px;
    return (
      <g>
        {[left, right - wall].map((x) => (
          <path key={x} d={`M${x} ${top} L${x} ${shoulder} L${x + wall / 2} ${tip} L${x + wall} ${shoulder} L${x + wall} ${top} Z`} {...steel} />
        ))}
        <line x1={middle} x2={middle} y1={top} y2={tip} stroke="var(--ink)" strokeWidth="2" />
      </g>
    );
  }
  if (family === "indexable") {
    return (
      <g>
        <path d={`M${left} ${top} L${left} ${tip} L${right} ${tip} L${right} ${top} Z`} {...steel} />
        <Flutes left={left} right={right} top={top} bottom={shoulder} />
        <rect x={left} y={tip - radius * 0.5} width={radius * 0.5} height={radius * 0.5} fill="var(--bronze-fill)" stroke="var(--ink)" />
        <rect x={middle - radius * 0.1} y={tip - radius * 0.5} width={radius * 0.5} height={radius * 0.5} fill="var(--bronze-fill)" stroke="var(--ink)" />
      </g>
    );
  }
  if (family === "spade" || family === "gun") {
    // A blade or a head, on a holder or tube that is thinner than the hole.
    const stem = radius * (family === "spade" ? 0.6 : 0.88);
    const head = Math.max(shoulder - radius * (family === "spade" ? 1.1 : 2.2), top);
    const nose = family === "gun" ? middle - radius * 0.5 : middle;
    return (
      <g>
        <rect x={middle - stem} y={top} width={2 * stem} height={Math.max(head - top, 0)} {...steel} />
        <path d={`M${left} ${head} L${left} ${shoulder} L${nose} ${tip} L${right} ${shoulder} L${right} ${head} Z`} {...steel} />
        <line x1={middle} x2={middle} y1={top} y2={tip} stroke="var(--ink)" opacity="0.5" />
      </g>
    );
  }
  return (
    <g>
      <path d={`M${left} ${top} L${left} ${shoulder} L${middle} ${tip} L${right} ${shoulder} L${right} ${top} Z`} {...steel} />
      <Flutes left={left} right={right} top={top} bottom={shoulder} />
    </g>
  );
}

/** Two flutes at the usual 30° helix: each crosses the drill once in half its lead. */
function Flutes({ left, right, top, bottom }: { left: number; right: number; top: number; bottom: number }) {
  const width = right - left;
  const crossing = width * 2.72;
  const clip = useId();
  const starts: number[] = [];
  for (let at = bottom + crossing * 0.85; at > top; at -= crossing / 2) starts.push(at);
  return (
    <g>
      <clipPath id={clip}>
        <rect x={left + 0.6} y={top} width={Math.max(width - 1.2, 0)} height={Math.max(bottom - top, 0)} />
      </clipPath>
      <g clipPath={`url(#${clip})`} fill="none" stroke="var(--ink)">
        {starts.map((at, k) => {
          const curve = `M${left} ${at} C${left + width * 0.18} ${at - crossing * 0.36} ${right - width * 0.18} ${at - crossing * 0.64} ${right} ${at - crossing}`;
          return (
            <g key={at}>
              {k % 2 === 0 && <path d={curve} strokeWidth={width * 0.3} opacity="0.2" />}
              <path d={curve} strokeWidth="1" opacity="0.55" />
            </g>
          );
        })}
      </g>
    </g>
  );
}
