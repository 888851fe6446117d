import { type Drawing, STEEL, type Standing } from "./drawing";

function Body({ middle, radius, top, shoulder, tip, slug }: Standing) {
  const wall = radius - slug;
  return (
    <g>
      {[middle - radius, middle + radius - wall].map((x) => (
        <path key={x} d={`M${x} ${top} L${x} ${shoulder} L${x + wall / 2} ${tip} L${x + wall} ${shoulder} L${x + wall} ${top} Z`} {...STEEL} />
      ))}
      <line x1={middle} x2={middle} y1={top} y2={tip} stroke="var(--ink)" strokeWidth="2" />
    </g>
  );
}

export const annular: Drawing = {
  end: {
    outline: "M2 4 L2 30 L5 33 L7 30 L7 12 L17 12 L17 30 L19 33 L22 30 L22 4 L16 4 L16 0 L8 0 L8 4 Z",
    lines: "M12 12 L12 36 M10 36 L14 36",
  },
  Body,
  blunt: true,
  profile: (one) => {
    const [r, shank, flutes] = [one.diameter_mm / 2, one.shank_diameter_mm / 2, Math.min(one.flute_length_mm, one.body_length_mm)];
    return [
      [r, 0],
      [r, flutes],
      [shank, flutes],
      [shank, one.body_length_mm],
    ];
  },
};
