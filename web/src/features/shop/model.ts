/** A record on the drawing board: what it is now, what it was, what is typed but does not read yet. Pure. */
import { begun, type History, stepped, travelled } from "../../job/history";

export type Spec = Record<string, unknown>;
/** What is edited of a record: its own object as the core has it, and what the shop says beside it. */
export type Board = { spec: Spec; extra: Spec };
export type Draft = History<Board> & {
  texts: Readonly<Record<string, string>>;
  wrong: Readonly<Record<string, string>>;
};
export type Step =
  | { do: "open"; board: Board }
  | { do: "set"; values: readonly (readonly [string, unknown])[] }
  | { do: "extra"; name: string; value: unknown }
  | { do: "text"; path: string; text: string }
  | { do: "wrong"; path: string; words: string }
  | { do: "drop"; path: string }
  | { do: "undo" }
  | { do: "redo" };

export const opened = (board: Board): Draft => ({ ...begun(board), texts: {}, wrong: {} });

/** The object with a value at a path; null or undefined takes the field out. Lists keep their other items. */
export function setAt(spec: unknown, path: string, value: unknown): unknown {
  const [name = "", ...rest] = path.split(".");
  const copy: Spec | unknown[] = Array.isArray(spec) ? [...(spec as unknown[])] : { ...(spec as Spec | null) };
  const inner = (copy as Spec)[name];
  const next = rest.length ? setAt(inner ?? (/^\d+$/.test(rest[0] ?? "") ? [] : {}), rest.join("."), value) : value;
  if (next == null && !Array.isArray(copy)) delete copy[name];
  else (copy as Spec)[name] = next;
  return copy;
}

const without = (table: Readonly<Record<string, string>>, paths: readonly string[]) =>
  Object.fromEntries(Object.entries(table).filter(([path]) => !paths.includes(path)));
const moved = (draft: Draft, now: Board): Draft => ({ ...draft, ...stepped(draft, now) });

export function reduce(draft: Draft, step: Step): Draft {
  switch (step.do) {
    case "open":
      return opened(step.board);
    case "set": {
      const spec = step.values.reduce<unknown>((found, [path, value]) => setAt(found, path, value), draft.now.spec) as Spec;
      const paths = step.values.map(([path]) => path);
      return { ...moved(draft, { ...draft.now, spec }), texts: without(draft.texts, paths), wrong: without(draft.wrong, paths) };
    }
    case "extra":
      return moved(draft, { ...draft.now, extra: { ...draft.now.extra, [step.name]: step.value } });
    case "text":
      return { ...draft, texts: { ...draft.texts, [step.path]: step.text }, wrong: without(draft.wrong, [step.path]) };
    case "wrong":
      return { ...draft, wrong: { ...draft.wrong, [step.path]: step.words } };
    case "drop":
      return { ...draft, texts: without(draft.texts, [step.path]), wrong: without(draft.wrong, [step.path]) };
    case "undo":
    case "redo": {
      const gone = travelled<Board>(draft, step.do);
      return gone === draft ? draft : { ...gone, texts: {}, wrong: {} };
    }
  }
}

/** Whether two boards say the same, however their fields are ordered. */
export const same = (a: Board, b: Board): boolean => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : value && typeof value === "object"
      ? Object.fromEntries(
          Object.entries(value as Spec)
            .filter(([, inner]) => inner != null)
            .sort(([a], [b]) => a.localeCompare(b))
            .map(([name, inner]) => [name, sorted(inner)]),
        )
      : value;
