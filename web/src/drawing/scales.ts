/** Scales from figures to places on a picture. */

export type Scale = ((value: number) => number) & { back: (place: number) => number };

export function linear(from: number, to: number, start: number, end: number): Scale {
  const span = to - from || 1;
  const scale = (value: number) => start + ((value - from) / span) * (end - start);
  return Object.assign(scale, { back: (place: number) => from + ((place - start) / (end - start)) * span });
}

export function logarithmic(from: number, to: number, start: number, end: number): Scale {
  const inner = linear(Math.log(from), Math.log(to), start, end);
  return Object.assign((value: number) => inner(Math.log(value)), { back: (place: number) => Math.exp(inner.back(place)) });
}

/** Round figures that divide a span into about so many parts. */
export function ticks(from: number, to: number, about: number): number[] {
  const rough = (to - from) / about;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((one) => one * power).find((one) => one >= rough) ?? power * 10;
  const found: number[] = [];
  for (let k = Math.ceil(from / step - 1e-9); k * step <= to * (1 + 1e-9); k += 1) found.push(Number((k * step).toPrecision(12)));
  return found;
}

/** Round figures along a logarithmic axis: 1, 2, 5 and their tens; all digits where the span is short. */
export function logTicks(from: number, to: number): number[] {
  const digits = to / from > 30 ? [1, 2, 5] : to / from > 6 ? [1, 1.5, 2, 3, 5, 7] : [1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8];
  const found: number[] = [];
  for (let power = Math.floor(Math.log10(from)); power <= Math.log10(to); power += 1) {
    for (const digit of digits) {
      const value = Number((digit * 10 ** power).toPrecision(6));
      if (value >= from && value <= to) found.push(value);
    }
  }
  return found;
}

/** A box by its middle. */
export type Box = { x: number; y: number; width: number; height: number };

export const touch = (a: Box, b: Box): boolean => Math.abs(a.x - b.x) < (a.width + b.width) / 2 && Math.abs(a.y - b.y) < (a.height + b.height) / 2;

/** Labels moved up or down, as little as will do, until none lies on another or on what must stay clear. */
export function placed<Label extends Box>(labels: readonly Label[], clear: readonly Box[], from: number, to: number): Label[] {
  const done: Label[] = [];
  for (const label of labels) {
    const half = label.height / 2;
    const at = Math.min(Math.max(label.y, from + half), to - half);
    const steps = Array.from({ length: 40 }, (_, k) => at + (k % 2 ? 1 : -1) * Math.ceil(k / 2) * 4);
    const free = steps.find((y) => y >= from + half && y <= to - half && ![...clear, ...done].some((one) => touch({ ...label, y }, one)));
    done.push({ ...label, y: free ?? at });
  }
  return done;
}

/** Whether a place lies within a polygon: an odd number of its sides crossed on the way out. */
export function within(corners: readonly (readonly [number, number])[], x: number, y: number): boolean {
  let inside = false;
  let [px, py] = corners.at(-1) ?? [0, 0];
  for (const [cx, cy] of corners) {
    if (cy > y !== py > y && x < ((px - cx) * (y - cy)) / (py - cy) + cx) inside = !inside;
    [px, py] = [cx, cy];
  }
  return inside;
}
