/** From a place on the map to a setting the machine has. */
import { significant } from "../../job/units";
import type { Window } from "./layout";

const away = (a: number, b: number): number => Math.abs(Math.log(a / b));
const nearest = (values: readonly number[], to: number): number | null =>
  values.reduce<number | null>((best, one) => (best === null || away(one, to) < away(best, to) ? one : best), null);

/** Anywhere within a range is a speed; outside them the nearest step, or the nearer end. */
export function snapSpeed(window: Window, speed: number): number {
  if (window.ranges.some((range) => speed >= range.low_rpm && speed <= range.high_rpm)) return Number(significant(speed, 3));
  return (
    nearest(
      window.rails.map((rail) => rail.speed_rpm),
      speed,
    ) ??
    nearest(
      window.ranges.flatMap((range) => [range.low_rpm, range.high_rpm]),
      speed,
    ) ??
    speed
  );
}

/** The nearest power-feed step, or the feed itself to two digits. */
export const snapFeed = (window: Window, feed: number): number => nearest(window.feed_steps_mm_rev, feed) ?? Number(significant(feed, 2));

/** The hand force that makes about this feed, read between the marks of the force scale; null where there is no scale. */
export function forceFor(window: Window, feed: number): number | null {
  const marks = [...window.force_scale].sort((a, b) => a.feed_mm_rev - b.feed_mm_rev);
  const [first, last] = [marks[0], marks.at(-1)];
  if (!first || !last) return null;
  if (feed <= first.feed_mm_rev) return first.hand_force_n;
  if (feed >= last.feed_mm_rev) return last.hand_force_n;
  const upper = marks.find((mark) => mark.feed_mm_rev >= feed) ?? last;
  const lower = marks.findLast((mark) => mark.feed_mm_rev < feed) ?? first;
  const share = Math.log(feed / lower.feed_mm_rev) / Math.log(upper.feed_mm_rev / lower.feed_mm_rev);
  return Math.round((lower.hand_force_n + share * (upper.hand_force_n - lower.hand_force_n)) / 5) * 5;
}
