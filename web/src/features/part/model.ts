/** A part as it is typed: what stands in the head, a row a feature; and the request it makes. */
import type { Schemas } from "../../api/client";
import { typedFigure } from "../../ui/typed";

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

/** A part as it was kept: as it was typed, where its screen kept that; else read back from what was asked. */
export function typedOf(asked: Asked): Typed {
  if (asked.screen && Array.isArray(asked.screen.rows)) return { ...BEGUN, ...asked.screen };
  const corners = asked.setups?.[0]?.outline_mm ?? [];
  const most = (axis: number) => (corners.length ? String(Math.max(...corners.map((one) => one[axis] ?? 0))) : "");
  return {
    ...BEGUN,
    name: asked.name ?? "",
    machine: asked.machine?.id ?? "",
    material: asked.material?.id ?? "",
    thickness: String(asked.setups?.[0]?.thickness_mm ?? ""),
    wide: most(0),
    high: most(1),
    want: asked.wish?.want ?? "usual",
    rows: (asked.features ?? []).map((one) => ({
      letter: one.letter,
      hole: one.hole,
      depth: String(one.depth_mm ?? ""),
      through: one.through ?? true,
      places: one.places?.text ?? (one.places?.list_mm ?? []).map((place) => place.join(", ")).join("; "),
    })),
  };
}

/** What of a kept part's question a screen can read. */
type Asked = {
  name?: string;
  machine?: { id?: string };
  material?: { id?: string };
  wish?: { want?: string };
  setups?: { outline_mm?: number[][]; thickness_mm?: number }[];
  features?: { letter: string; hole: string; depth_mm?: number; through?: boolean; places?: { text?: string; list_mm?: number[][] } }[];
  screen?: Partial<Typed>;
};

export const blank = (typed: Typed): Typed => ({ ...BEGUN, machine: typed.machine, material: typed.material, metal: typed.metal, name: "New part" });

const figure = (text: string): number => typedFigure(text) ?? NaN;

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
