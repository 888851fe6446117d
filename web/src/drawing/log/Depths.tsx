/** The depth scale, and what happens where along it. */
import type { System } from "../../job/types";
import { placed, type Scale, ticks } from "../scales";
import { type Log, TOP } from "./layout";

export function Depths({ y, end, height, system, at, axis }: { y: Scale; end: number; height: number; system: System; at: number; axis: number }) {
  const inch = system.length === "inch";
  const clear = (mark: number) => Math.abs(y(inch ? mark * 25.4 : mark) - y(at)) > 15;
  const marks = (inch ? ticks(0, end / 25.4, 5) : ticks(0, end, 6)).filter(clear);
  return (
    <g>
      <text x={axis - 2} y={TOP - 7} fontSize="10" textAnchor="end" fill="var(--faint)">
        {inch ? "in" : "mm"}
      </text>
      <line x1={axis} x2={axis} y1={TOP} y2={TOP + height} stroke="var(--rule)" />
      {marks.map((mark) => (
        <g key={mark}>
          <line x1={axis - 4} x2={axis} y1={y(inch ? mark * 25.4 : mark)} y2={y(inch ? mark * 25.4 : mark)} stroke="var(--ink)" />
          <text x={axis - 7} y={y(inch ? mark * 25.4 : mark) + 4} fontSize="11" textAnchor="end" className="figure" fill="var(--ink)">
            {mark}
          </text>
        </g>
      ))}
    </g>
  );
}

type Said = { depths: number[]; words: string };
/** Marks of one kind told once: fourteen pecks are one line of words and fourteen ticks. */
export function gathered(marks: Log["marks"]): Said[] {
  const found = new Map<string, Said>();
  for (const { words, depth_mm } of marks) {
    const said = found.get(words) ?? { words, depths: [] };
    said.depths.push(depth_mm);
    found.set(words, said);
  }
  return [...found.values()];
}
const MANY = 3;

export function Marks({ log, y, width, height, left }: { log: Log; y: Scale; width: number; height: number; left: number }) {
  const said = gathered(log.marks);
  const labels = said.map(({ words, depths }) => {
    const text = depths.length > 1 ? `${words}, ${depths.length} times` : words;
    const wide = text.length * 5.4 + 4;
    return { text, x: width - 3 - wide / 2, y: y(depths[0] ?? 0) - 8, width: wide, height: 13 };
  });
  return (
    <g>
      {said.flatMap(({ depths, words }) =>
        depths.map((depth) => (
          <line
            key={`${words} ${depth}`}
            x1={depths.length > MANY ? left : 0}
            x2={width}
            y1={y(depth)}
            y2={y(depth)}
            stroke="var(--blue)"
            strokeWidth={depths.length > MANY ? 0.6 : 0.9}
            strokeOpacity={depths.length > MANY ? 0.55 : 1}
            strokeDasharray="4 3"
          />
        )),
      )}
      {placed(labels, [], TOP, TOP + height + 8).map((label) => (
        <g key={label.text}>
          <rect x={label.x - label.width / 2} y={label.y - 6.5} width={label.width} height={13} fill="var(--paper)" opacity="0.88" />
          <text x={width - 5} y={label.y + 3.5} fontSize="11" textAnchor="end" fill="var(--blue)">
            {label.text}
          </text>
        </g>
      ))}
    </g>
  );
}
