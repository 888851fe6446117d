import { type Drawing, STEEL, type Standing } from "./drawing";

/** A bar beside the middle of its bore, one insert at its corner. */
function Body({ middle, radius, top, tip }: Standing) {
  const [left, right] = [middle - radius * 0.4, middle + radius * 0.8];
  const insert = radius * 0.35;
  return (
    <g>
      <rect x={left} y={top} width={right - left} height={tip - top} {...STEEL} />
      <path d={`M${right - insert} ${tip - insert} L${middle + radius} ${tip} L${right - insert} ${tip} Z`} fill="var(--bronze-fill)" stroke="var(--ink)" />
    </g>
  );
}

export const boring: Drawing = {
  end: { outline: "M6 0 L6 34 L17 34 L22 36 L17 28 L17 0 Z", lines: "M17 28 L12 34" },
  Body,
  blunt: true,
  straight: true,
};
