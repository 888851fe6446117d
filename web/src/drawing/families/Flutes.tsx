/** Two flutes at the usual 30° helix: each crosses the drill once in half its lead. */
import { useId } from "react";

export function Flutes({ left, right, top, bottom }: { left: number; right: number; top: number; bottom: number }) {
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
