/** Where things stand on the bore log, and how its depth is scaled. */
import type { Schemas } from "../../api/client";
import { linear, type Scale } from "../scales";

export type Log = Schemas["LogAnswer"];
export type Name = keyof Log["tracks"];
export const TRACKS: readonly (readonly [Name, string, string])[] = [
  ["torque_nm", "Torque", "N·m"],
  ["thrust_n", "Thrust", "N"],
  ["power_kw", "Power", "kW"],
];

/** Room above the tracks: their titles, the names of their limits, their scales. */
export const TOP = 78;
const MOST_HEIGHT = 440;
const LEAST_HEIGHT = 250;
/** Deeper than this in diameters, the middle of the hole is left out of the picture. */
const BROKEN_FROM = 20;
const SHOWN_EACH_END = 6;
const BREAK_HEIGHT = 70;

/** The section, the depth axis, the three tracks across the picture. */
export type Columns = { left: number; right: number; axis: number; gutter: number; tracks: number; track: number; gap: number; width: number };

/** Room between the depths and the tracks for what happens where. */
const GUTTER = 98;

/** Below this width only one track stands beside the section at a time. */
export const NARROW = 420;

export function columns(width: number, tracks: number): Columns {
  const right = Math.round(width * 0.32);
  const axis = right + 36;
  const gap = 8;
  const start = axis + GUTTER;
  return { left: 3, right, axis, gutter: axis + 4, tracks: start, track: (width - start - (tracks - 1) * gap - 1) / tracks, gap, width };
}

/** The depth scale: one scale both ways; of a very deep hole the middle is squeezed between two break lines. */
export type Depth = { y: Scale; px: number; height: number; end: number; broken: readonly [number, number] | null };

export function depthScale(log: Log, cols: Columns): Depth {
  const { diameter_mm, depth_mm } = log.section;
  const end = (log.depth_mm.at(-1) ?? depth_mm) * 1.02 + 0.5;
  const above = Math.max(Math.min(diameter_mm * 0.9, depth_mm), 3);
  const room = (cols.right - cols.left) / (diameter_mm * 1.55);
  if (depth_mm > BROKEN_FROM * diameter_mm) {
    const [from, to] = [SHOWN_EACH_END * diameter_mm, end - SHOWN_EACH_END * diameter_mm];
    const px = Math.min(room, (MOST_HEIGHT - BREAK_HEIGHT) / (above + from + end - to));
    const [first, second] = [TOP + (above + from) * px, TOP + (above + from) * px + BREAK_HEIGHT];
    const bottom = second + (end - to) * px;
    const parts = [linear(-above, from, TOP, first), linear(from, to, first, second), linear(to, end, second, bottom)] as const;
    const y = Object.assign((depth: number) => parts[depth < from ? 0 : depth < to ? 1 : 2](depth), {
      back: (place: number) => parts[place < first ? 0 : place < second ? 1 : 2].back(place),
    });
    return { y, px, height: bottom - TOP, end, broken: [from, to] };
  }
  const px = Math.min(room, MOST_HEIGHT / (end + above));
  const height = Math.max((end + above) * px, LEAST_HEIGHT);
  // The picture keeps one scale both ways; a shallow hole leaves air below it.
  return { y: linear(-above, -above + height / px, TOP, TOP + height), px, height, end, broken: null };
}

export function path(xs: readonly number[], ys: readonly number[]): string {
  return xs.map((x, k) => `${k === 0 ? "M" : "L"}${x.toFixed(1)} ${(ys[k] ?? 0).toFixed(1)}`).join(" ");
}

/** The track's middle at a depth, between stations. */
export function reading(depths: readonly number[], values: readonly number[], at: number): number {
  const next = depths.findIndex((depth) => depth >= at);
  if (next <= 0) return values[Math.max(next, 0)] ?? 0;
  const [a, b] = [depths[next - 1] ?? 0, depths[next] ?? 0];
  return (values[next - 1] ?? 0) + ((values[next] ?? 0) - (values[next - 1] ?? 0)) * (b > a ? (at - a) / (b - a) : 0);
}
