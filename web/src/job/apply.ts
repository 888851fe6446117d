/** A way out put into the case: its fields by their paths, whole records where it changes one. */
import type { Case } from "./types";

const FEEDS = ["feed_mm_rev", "feed_rate_mm_min", "hand_force_n", "seconds_per_turn"] as const;

function put(target: Record<string, unknown>, path: readonly string[], value: unknown): void {
  const [name, ...rest] = path;
  if (name === undefined) return;
  if (rest.length === 0) {
    target[name] = value;
    return;
  }
  const there = target[name] as Record<string, unknown> | null | undefined;
  const inner = (Array.isArray(there) ? [...(there as unknown[])] : { ...there }) as Record<string, unknown>;
  target[name] = inner;
  put(inner, rest, value);
}

/** The case with a way's changes; a feed given one way takes the place of any other. */
export function applied(was: Case, changes: Record<string, unknown>): Case {
  const next: Case & Record<string, unknown> = { ...was };
  const feeds = FEEDS.some((feed) => `setting.${feed}` in changes);
  if (feeds) next.setting = Object.fromEntries(Object.entries(was.setting).filter(([name]) => !(FEEDS as readonly string[]).includes(name))) as Case["setting"];
  for (const [path, value] of Object.entries(changes)) put(next, path.split("."), value);
  return next;
}
