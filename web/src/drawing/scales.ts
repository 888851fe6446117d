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

/** Places moved apart along one axis so that labels do not touch, order kept. */
export function apart(places: readonly number[], gap: number, from: number, to: number): number[] {
  const order = places.map((place, index) => ({ place, index })).sort((a, b) => a.place - b.place);
  let last = from - gap;
  for (const one of order) {
    one.place = Math.max(one.place, last + gap);
    last = one.place;
  }
  let next = to + gap;
  for (const one of order.reverse()) {
    one.place = Math.min(one.place, next - gap);
    next = one.place;
  }
  const moved = [...places];
  for (const one of order) moved[one.index] = one.place;
  return moved;
}
