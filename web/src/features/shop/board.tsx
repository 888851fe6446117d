/** The drawing board of one record: every field of it reads and writes here. What was typed outlives a reload. */
import { createContext, type ReactNode, useContext, useEffect, useMemo, useReducer } from "react";

import { at } from "../../job/fields";
import { type Board, type Draft, opened, reduce, same, type Step } from "./model";

type Assumed = { field: string; value: unknown; why: string };
export type BoardStore = {
  part: "machine" | "cutter" | "material";
  draft: Draft;
  dispatch: (step: Step) => void;
  /** Paths are the table of fields' own: `machine.feed.kind`. */
  set: (path: string, value: unknown) => void;
  setMany: (values: readonly (readonly [string, unknown])[]) => void;
  changed: boolean;
  readOnly: boolean;
  assumed: readonly Assumed[];
  problems: readonly { field: string; message: string }[];
};

const Context = createContext<BoardStore | null>(null);
export function useBoard(): BoardStore {
  const store = useContext(Context);
  if (!store) throw new Error("useBoard needs its provider");
  return store;
}

const kept = (key: string): Draft | null => {
  try {
    return JSON.parse(sessionStorage.getItem(key) ?? "null") as Draft | null;
  } catch {
    return null;
  }
};

/** A draft kept under a key through reloads; `saved` is what the server has. */
export function useDraft(key: string, saved: Board): [Draft, (step: Step) => void, boolean] {
  const [draft, dispatch] = useReducer(reduce, null, () => kept(key) ?? opened(saved));
  const changed = useMemo(() => !same(draft.now, saved), [draft.now, saved]);
  const typed = Object.keys(draft.texts).length > 0;
  useEffect(() => {
    if (changed || typed) sessionStorage.setItem(key, JSON.stringify({ ...draft, past: [], future: [] }));
    else sessionStorage.removeItem(key);
  }, [key, draft, changed, typed]);
  return [draft, dispatch, changed];
}

type Props = Omit<BoardStore, "set" | "setMany"> & { children: ReactNode };

export function BoardProvider({ children, ...rest }: Props) {
  const { part, dispatch } = rest;
  const inside = (path: string) => path.slice(part.length + 1);
  const store: BoardStore = {
    ...rest,
    set: (path, value) => dispatch({ do: "set", values: [[inside(path), value]] }),
    setMany: (values) => dispatch({ do: "set", values: values.map(([path, value]) => [inside(path), value] as const) }),
  };
  return <Context.Provider value={store}>{children}</Context.Provider>;
}

/** What stands at a field's path, as the table of fields names it. */
export const useValue = (path: string): unknown => {
  const { part, draft } = useBoard();
  return at(draft.now.spec, path.slice(part.length + 1));
};
