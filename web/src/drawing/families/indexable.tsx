import { type Drawing, STEEL, type Standing } from "./drawing";
import { Flutes } from "./Flutes";

function Body({ middle, radius, top, shoulder, tip }: Standing) {
  const [left, right] = [middle - radius, middle + radius];
  return (
    <g>
      <path d={`M${left} ${top} L${left} ${tip} L${right} ${tip} L${right} ${top} Z`} {...STEEL} />
      <Flutes left={left} right={right} top={top} bottom={shoulder} />
      <rect x={left} y={tip - radius * 0.5} width={radius * 0.5} height={radius * 0.5} fill="var(--bronze-fill)" stroke="var(--ink)" />
      <rect x={middle - radius * 0.1} y={tip - radius * 0.5} width={radius * 0.5} height={radius * 0.5} fill="var(--bronze-fill)" stroke="var(--ink)" />
    </g>
  );
}

export const indexable: Drawing = {
  end: {
    outline: "M3 0 L3 24 L2 24 L2 31 L22 31 L22 0 Z",
    lines: "M2 24 L9 24 L9 31 M12 26 L18 26 L18 32 L12 32 Z M3 8 C10 8 14 2 22 2",
  },
  Body,
  blunt: true,
  straight: true,
};
