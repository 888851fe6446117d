/** The depth scale, and what happens where along it. */
import type { System } from "../../job/types";
import { placed, type Scale, ticks } from "../scales";
import { type Columns, type Log, TOP } from "./layout";

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
/** How many letters of a mark's name stand in the gutter side by side. */
const NAME_LETTERS = 16;

/** Words in lines of so many letters. */
export function wrapped(text: string, letters: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(" ")) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= letters) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

export function Marks({ log, y, height, at }: { log: Log; y: Scale; height: number; at: Columns }) {
  const said = gathered(log.marks);
  const labels = said.map(({ words, depths }) => {
    const text = depths.length > 1 ? `${words}, ${depths.length} times` : words;
    return {
      lines: wrapped(text, NAME_LETTERS),
      x: at.gutter,
      y: y(depths[0] ?? 0),
      width: 1,
      height: 11.5 * wrapped(text, NAME_LETTERS).length + 3,
      of: y(depths[0] ?? 0),
    };
  });
  return (
    <g>
      {said.flatMap(({ depths, words }) =>
        depths.map((depth) => (
          <g key={`${words} ${depth}`} stroke="var(--blue)" strokeWidth={depths.length > MANY ? 0.6 : 0.9} strokeOpacity={depths.length > MANY ? 0.55 : 0.8}>
            <line x1={at.left} x2={at.axis} y1={y(depth)} y2={y(depth)} strokeDasharray="4 3" />
            <line x1={at.tracks - 5} x2={at.width} y1={y(depth)} y2={y(depth)} strokeDasharray="1 3" />
          </g>
        )),
      )}
      {placed(labels, [], TOP, TOP + height + 10).map((label) => (
        <g key={label.lines.join(" ")}>
          <path d={`M${at.tracks - 5} ${label.of} L${at.tracks - 9} ${label.y}`} fill="none" stroke="var(--blue)" strokeWidth="0.8" />
          {label.lines.map((line, place) => (
            <text
              key={line}
              x={at.tracks - 11}
              y={label.y + 4 + (place - (label.lines.length - 1) / 2) * 11.5}
              fontSize="11"
              textAnchor="end"
              fill="var(--blue)"
            >
              {line}
            </text>
          ))}
        </g>
      ))}
    </g>
  );
}
