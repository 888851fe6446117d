/** What is typed of a part, with a way back: a word typed letter by letter is one step. */
import { useEffect, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";

import { begun as atStart, type History, stepped, travelled } from "../../job/history";
import { begun, keep, type Typed } from "./model";

/** Which word differs between two parts, where it is one alone: its name, and the row it stands in. */
function wordChanged(was: Typed, now: Typed): string | null {
  const names = (Object.keys(now) as (keyof Typed)[]).filter((name) => was[name] !== now[name]);
  if (names.length !== 1) return null;
  if (names[0] === "held") return "held";
  if (names[0] !== "rows") return typeof now[names[0] ?? "name"] === "string" ? (names[0] ?? null) : null;
  if (was.rows.length !== now.rows.length) return null;
  const rows = now.rows.flatMap((row, k) => (row === was.rows[k] ? [] : [k]));
  const [row, before] = [now.rows[rows[0] ?? 0], was.rows[rows[0] ?? 0]];
  if (rows.length !== 1 || !row || !before) return null;
  const words = (["hole", "depth", "places"] as const).filter((name) => row[name] !== before[name]);
  return words.length === 1 ? `${rows[0]} ${words[0]}` : null;
}

type Kept = { history: History<Typed>; word: string | null };

export function useTyped() {
  const [{ history, word }, change] = useState<Kept>(() => ({ history: atStart(begun()), word: null }));
  const typed = history.now;
  useEffect(() => keep(typed), [typed]);
  /** `stroke`: it came of the keyboard, letter by letter, and goes with the ones before it. */
  const put = (now: Typed, stroke = false) => {
    const changed = stroke ? wordChanged(typed, now) : null;
    change({ history: stepped(history, now, changed !== null && changed === word), word: changed });
  };
  const travel = (way: "undo" | "redo") => change((was) => ({ history: travelled(was.history, way), word: null }));
  useHotkeys("ctrl+z, meta+z", () => travel("undo"), { preventDefault: true });
  useHotkeys("ctrl+y, ctrl+shift+z, meta+shift+z", () => travel("redo"), { preventDefault: true });
  return { typed, put, travel, back: history.past.length > 0, ahead: history.future.length > 0 };
}
