/** A part as it is typed: what stands in the head, a row a feature; and the request it makes. */
import type { Schemas } from "../../api/client";

export type Answer = Schemas["PartAnswer"];
export type Row = { letter: string; hole: string; depth: string; through: boolean; places: string };
export type Typed = {
  name: string;
  machine: string;
  material: string;
  metal: string;
  thickness: string;
  wide: string;
  high: string;
  want: string;
  rows: Row[];
};

const KEY = "part";
/** The letters features go by. */
const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";

/** A plate to begin with: a made-up one of the yard's. */
const BEGUN: Typed = {
  name: "Ramp plate",
  machine: "",
  material: "",
  metal: "",
  thickness: "20",
  wide: "160",
  high: "100",
  want: "usual",
  rows: [
    { letter: "A", hole: "11", depth: "20", through: true, places: "grid 2 x 2, 120 x 60 at 20, 20" },
    { letter: "B", hole: "M10", depth: "20", through: true, places: "60, 50; 100, 50" },
  ],
};

export function begun(): Typed {
  try {
    return { ...BEGUN, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Typed>) };
  } catch {
    return BEGUN;
  }
}

export const keep = (typed: Typed): void => localStorage.setItem(KEY, JSON.stringify(typed));

export function withRow(typed: Typed): Typed {
  const letter = [...LETTERS].find((one) => !typed.rows.some((row) => row.letter === one)) ?? "A";
  return { ...typed, rows: [...typed.rows, { letter, hole: "", depth: typed.thickness, through: true, places: "" }] };
}

const figure = (text: string): number => Number(text.replace(",", "."));

/** The request; nothing while a hole, machine or metal is not said. */
export function requestOf(typed: Typed): object | null {
  const rows = typed.rows.filter((row) => row.hole.trim() !== "");
  if (rows.length === 0 || !typed.machine || !typed.material) return null;
  const [wide, high] = [figure(typed.wide), figure(typed.high)];
  const outline =
    wide > 0 && high > 0
      ? {
          outline_mm: [
            [0, 0],
            [wide, 0],
            [wide, high],
            [0, high],
          ],
        }
      : {};
  const thick = figure(typed.thickness) > 0 ? { thickness_mm: figure(typed.thickness) } : {};
  return {
    name: typed.name,
    material: { id: typed.material },
    machine: { id: typed.machine },
    wish: { want: typed.want },
    setups: [{ id: "1", ...outline, ...thick }],
    features: rows.map((row) => ({ letter: row.letter, hole: row.hole, depth_mm: figure(row.depth) || 0, through: row.through, places: { text: row.places } })),
  };
}
