/** A part as it is typed on its screen, and as it is asked for. Pure. */
import type { Schemas } from "../../api/client";
import { machineOf } from "../../job/words";
import { typedFigure } from "../../ui/typed";
import { type Asked as PlanAsked, type OwnStep, programPlaces } from "../plan/model";

export type Answer = Schemas["PartAnswer"];
export type Point = readonly [number, number];
/** The side a hole is made from: the first, the turned one, or whichever suits. */
export type Side = "1" | "2" | "either";
/** What a table of holes, or a plan, says of one beside what is typed: seats, the height of its face, its entry, its stack. */
type More = Record<string, unknown>;
export type Row = {
  letter: string;
  hole: string;
  depth: string;
  through: boolean;
  places: string;
  side: Side;
  more: More;
  /** Its row of steps as somebody wants it (none: as it is found), and the sizes that must be in it. */
  steps: readonly OwnStep[] | null;
  pinned: readonly number[];
};
/** What stands in the way on a side: from and to along x and y, how high. */
export type Clamp = { name: string; x0: string; x1: string; y0: string; y1: string; z: string };
/** What is said of a side's set-up: what lies under the part, the room there, what stands in the way. */
export type Held = { under: string; under_mm: string; clamps: readonly Clamp[] };
export const UNHELD: Held = { under: "", under_mm: "", clamps: [] };
export type Typed = {
  name: string;
  /** How many of it are made. */
  count: string;
  machine: string;
  material: string;
  metal: string;
  thickness: string;
  wide: string;
  high: string;
  /** Its outline where a drawing gave one: corners from the zero; a plain rectangle otherwise. */
  outline: readonly Point[] | null;
  /** How it is turned over for its second side: not at all, about x, about y. */
  turned: "" | "x" | "y";
  want: string;
  /** How it lies, by its side. */
  held: Readonly<Partial<Record<string, Held>>>;
  /** The machine's hour, in the shop's money; none: as usual. */
  rate_per_h: number | null;
  /** Sizes that must be in every letter's row. */
  pinned: readonly number[];
  rows: readonly Row[];
};

const KEY = "part";
/** The letters features go by. */
export const LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";
const ROW: Row = { letter: "A", hole: "", depth: "", through: true, places: "", side: "1", more: {}, steps: null, pinned: [] };

/** A plate to begin with: a made-up one of the yard's. */
const BEGUN: Typed = {
  name: "Ramp plate",
  count: "1",
  machine: "",
  material: "",
  metal: "",
  thickness: "20",
  wide: "160",
  high: "100",
  outline: null,
  turned: "",
  want: "usual",
  held: {},
  rate_per_h: null,
  pinned: [],
  rows: [
    { ...ROW, letter: "A", hole: "11", depth: "20", places: "grid 2 x 2, 120 x 60 at 20, 20" },
    { ...ROW, letter: "B", hole: "M10", depth: "20", places: "60, 50; 100, 50" },
  ],
};

/** What was kept, by this version of the screen or one before it, made whole. */
const whole = (part: Partial<Typed>): Typed => ({ ...BEGUN, ...part, rows: (part.rows ?? BEGUN.rows).map((row) => ({ ...ROW, ...row })) });

export function begun(): Typed {
  try {
    return whole(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Typed>);
  } catch {
    return BEGUN;
  }
}

/** What a plan says of a hole beside its size, depth and place. */
function moreOf(asked: PlanAsked): More {
  const { counterbore_mm, counterbore_depth_mm, countersink_mm, there_mm, measured_mm, edge_distance_mm, entry, thread } = asked;
  return said({
    counterbore_mm,
    counterbore_depth_mm: counterbore_mm === null ? null : counterbore_depth_mm,
    countersink_mm,
    there_mm,
    measured_mm,
    edge_distance_mm,
    entry: entry === "flat" ? null : entry,
    entry_angle_deg: entry === "angled" ? asked.slope_deg : null,
    stack_mm: asked.stack_mm.length > 1 ? asked.stack_mm : null,
    thread: thread === "any" ? null : thread,
    without_mm: asked.without_mm.length ? asked.without_mm : null,
  });
}

const depthOf = (asked: PlanAsked): number => (asked.stack_mm.length > 1 ? asked.stack_mm.reduce((sum, one) => sum + one, 0) : asked.depth_mm);

/** A plan's hole as a letter's, its places aside. */
const letterOf = (asked: PlanAsked): Partial<Row> => ({
  hole: asked.hole,
  depth: String(depthOf(asked)),
  through: asked.through,
  more: moreOf(asked),
  steps: asked.steps?.filter((one) => !one.struck) ?? null,
  pinned: asked.pinned_mm,
});

/** A plan's hole as a part of one letter: as drawn, where it stands, on the same machine; its seats and own row with it. */
export function partOf(answer: Schemas["PlanAnswer"], asked: PlanAsked, machine: string): Typed {
  // Where the work turns the hole lies on its line, however many parts are made.
  const turning = machineOf(answer.machine_kind).lathe;
  return {
    ...BEGUN,
    name: `Part with ${asked.hole}`,
    count: String(turning ? answer.count : 1),
    machine,
    material: asked.material,
    thickness: String(asked.through ? depthOf(asked) : (asked.plate_mm ?? depthOf(asked) * 2)),
    wide: "",
    high: "",
    want: asked.want,
    rate_per_h: asked.rate_per_h,
    held: { "1": { ...UNHELD, under: asked.behind, under_mm: asked.under_mm === null ? "" : String(asked.under_mm) } },
    rows: [{ ...ROW, ...letterOf(asked), places: placesText(turning ? [[0, 0]] : programPlaces(answer)) }],
  };
}

/** One letter of a part as a plan of its own is asked for: its hole, its row, on the part's machine, with what lies under it. */
export function planOf(typed: Typed, made: Answer["rows"][number]): Partial<PlanAsked> {
  const row = typed.rows.find((one) => one.letter === made.letter);
  const held = typed.held[made.setup] ?? UNHELD;
  const drawn = Object.fromEntries(Object.entries({ ...row?.more }).filter(([name]) => !ONLY_PART.includes(name)));
  const { entry_angle_deg, ...more } = drawn as Partial<PlanAsked> & { entry_angle_deg?: number };
  return {
    ...more,
    ...(entry_angle_deg === undefined ? {} : { slope_deg: entry_angle_deg }),
    hole: row?.hole ?? made.hole.text,
    depth_mm: made.depth_mm,
    through: made.through,
    plate_mm: made.through || !(figure(typed.thickness) > 0) ? null : figure(typed.thickness),
    count: made.places_mm.length,
    material: typed.material,
    machine: typed.machine,
    ...(held.under ? { behind: held.under as PlanAsked["behind"] } : {}),
    under_mm: figure(held.under_mm) >= 0 ? figure(held.under_mm) : null,
    want: typed.want,
    ...(typed.rate_per_h === null ? {} : { rate_per_h: typed.rate_per_h }),
    pinned_mm: [...typed.pinned, ...(row?.pinned ?? [])],
    steps: row?.steps ? [...row.steps] : null,
  };
}

/** The part with one letter as its plan left it: places, side and what else only the part says of it stay. */
export function withPlan(typed: Typed, letter: string, asked: PlanAsked): Typed {
  const was = typed.rows.find((one) => one.letter === letter);
  if (!was) return typed;
  const pinned = asked.pinned_mm.filter((size) => !typed.pinned.includes(size));
  const kept = Object.fromEntries(Object.entries(was.more).filter(([name]) => ONLY_PART.includes(name)));
  return withLetter(typed, letter, { ...letterOf(asked), pinned, more: { ...kept, ...moreOf(asked) } });
}

/** What a part says of a hole that a plan of one hole does not know. */
const ONLY_PART = ["face_z_mm", "after", "family", "pinned_mm"];

export const keep = (typed: Typed): void => localStorage.setItem(KEY, JSON.stringify(typed));

export function withRow(typed: Typed): Typed {
  const letter = [...LETTERS].find((one) => !typed.rows.some((row) => row.letter === one)) ?? "A";
  return { ...typed, rows: [...typed.rows, { ...ROW, letter, depth: typed.thickness }] };
}

/** Places as they are typed. */
export const placesText = (places: readonly (readonly number[])[]): string => places.map(([x = 0, y = 0]) => `${x}, ${y}`).join("; ");

/** How far corners reach along x and y. */
export function reach(corners: readonly (readonly number[])[]): { left: number; front: number; wide: number; high: number } {
  const [xs, ys] = [corners.map(([x = 0]) => x), corners.map(([, y = 0]) => y)];
  const [left, front] = [Math.min(...xs), Math.min(...ys)];
  return { left, front, wide: Math.max(...xs) - left, high: Math.max(...ys) - front };
}

/** A part as it was kept: as it was typed, where its screen kept that; else read back from what was asked. */
export function typedOf(asked: Asked): Typed {
  if (asked.screen && Array.isArray(asked.screen.rows)) return whole(asked.screen);
  const [first, second] = asked.setups ?? [];
  const corners = (first?.outline_mm ?? []) as unknown as Point[];
  const size = corners.length ? reach(corners) : null;
  const text = (value: number | undefined) => (value === undefined ? "" : String(value));
  return {
    ...BEGUN,
    name: asked.name ?? "",
    count: String(asked.count ?? 1),
    machine: asked.machine?.id ?? "",
    material: asked.material?.id ?? "",
    thickness: text(first?.thickness_mm),
    wide: text(size?.wide),
    high: text(size?.high),
    outline: isRectangle(corners) ? null : corners,
    turned: second?.turned ?? "",
    want: asked.wish?.want ?? "usual",
    rows: (asked.features ?? []).map((one) => rowOf(one, second?.id)),
  };
}

/** A feature of a request, or of a table, as a row. */
export function rowOf(one: FeatureAsked, second?: string): Row {
  const { letter, hole, depth_mm, through, places, setup, ...more } = one;
  return {
    letter,
    hole,
    depth: depth_mm === undefined ? "" : String(depth_mm),
    through: through ?? true,
    places: places?.text ?? placesText(places?.list_mm ?? []),
    side: setup === "either" ? "either" : setup !== undefined && setup === second ? "2" : "1",
    steps: null,
    pinned: [],
    more: said(more),
  };
}

const isRectangle = (corners: readonly Point[]): boolean => {
  if (corners.length === 0) return true;
  const { left, front } = reach(corners);
  const sides = corners.map(([x, y], k) => [x - (corners[(k + 1) % corners.length]?.[0] ?? 0), y - (corners[(k + 1) % corners.length]?.[1] ?? 0)]);
  return corners.length === 4 && left === 0 && front === 0 && sides.every(([dx, dy]) => dx === 0 || dy === 0);
};

type FeatureAsked = {
  letter: string;
  hole: string;
  depth_mm?: number;
  through?: boolean;
  setup?: string;
  places?: { text?: string; list_mm?: number[][] };
  [name: string]: unknown;
};

/** What of a kept part's question a screen can read. */
type Asked = {
  name?: string;
  count?: number;
  machine?: { id?: string };
  material?: { id?: string };
  wish?: { want?: string };
  setups?: { id?: string; outline_mm?: number[][]; thickness_mm?: number; turned?: "x" | "y" | null }[];
  features?: FeatureAsked[];
  screen?: Partial<Typed>;
};

export const blank = (typed: Typed): Typed => ({ ...BEGUN, machine: typed.machine, material: typed.material, metal: typed.metal, name: "New part" });

/** What is said of some fields: what is not is left out. */
const said = (fields: Record<string, unknown>): More => Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== null && value !== undefined));

const figure = (text: string): number => typedFigure(text) ?? NaN;

/** Its outline from the zero: a drawing's, or the rectangle that was typed; nothing where neither is said. */
export function outlineOf(typed: Typed): readonly Point[] {
  const [wide, high] = [figure(typed.wide), figure(typed.high)];
  if (typed.outline) return typed.outline;
  return wide > 0 && high > 0
    ? [
        [0, 0],
        [wide, 0],
        [wide, high],
        [0, high],
      ]
    : [];
}

/** A side's set-up as it is asked for; a clamp that is not said whole is not there yet. */
function heldAs(held: Held | undefined): object {
  if (!held) return {};
  const obstacles = held.clamps
    .map((one) => ({ name: one.name, x: [figure(one.x0), figure(one.x1)], y: [figure(one.y0), figure(one.y1)], z: figure(one.z) }))
    .filter(({ x, y, z }) => [...x, ...y, z].every(Number.isFinite));
  return {
    ...(held.under ? { under: held.under } : {}),
    ...(figure(held.under_mm) >= 0 ? { under_mm: figure(held.under_mm) } : {}),
    ...(obstacles.length ? { obstacles } : {}),
  };
}

/** The request; nothing while a hole, machine or metal is not said. */
export function requestOf(typed: Typed): object | null {
  const rows = typed.rows.filter((row) => row.hole.trim() !== "");
  if (rows.length === 0 || !typed.machine || !typed.material) return null;
  const outline = outlineOf(typed);
  const side = { ...(outline.length ? { outline_mm: outline } : {}), ...(figure(typed.thickness) > 0 ? { thickness_mm: figure(typed.thickness) } : {}) };
  return {
    name: typed.name,
    ...(typed.count.trim() === "" || typed.count.trim() === "1" ? {} : { count: typedFigure(typed.count) ?? typed.count }),
    material: { id: typed.material },
    machine: { id: typed.machine },
    wish: { want: typed.want, ...said({ rate_per_h: typed.rate_per_h }), ...(typed.pinned.length ? { pinned_mm: typed.pinned } : {}) },
    setups: [
      { id: "1", ...side, ...heldAs(typed.held["1"]) },
      ...(typed.turned ? [{ id: "2", ...side, ...heldAs(typed.held["2"]), turned: typed.turned }] : []),
    ],
    features: rows.map((row) => ({
      letter: row.letter,
      hole: row.hole,
      depth_mm: figure(row.depth) || 0,
      through: row.through,
      setup: typed.turned ? row.side : "1",
      places: { text: row.places },
      ...row.more,
      ...(row.steps ? { steps: row.steps } : {}),
      ...(row.pinned.length && !row.steps ? { pinned_mm: row.pinned } : {}),
    })),
  };
}

/** The part with something of one letter changed. */
export const withLetter = (typed: Typed, letter: string, part: Partial<Row>): Typed => ({
  ...typed,
  rows: typed.rows.map((row) => (row.letter === letter ? { ...row, ...part } : row)),
});

/** The part on another machine: a row of one's own was for the one before. */
export const onMachine = (typed: Typed, machine: string): Typed => ({ ...typed, machine, rows: typed.rows.map((row) => ({ ...row, steps: null })) });

/** A place of the turned side as it is typed, which is as it stands on the first; and the other way round. */
export function turnedOver(typed: Typed, side: string, [x, y]: Point): Point {
  const outline = outlineOf(typed);
  if (side !== "2" || !typed.turned || outline.length === 0) return [x, y];
  const { left, front, wide, high } = reach(outline);
  const round = (value: number) => Number(value.toFixed(4));
  return typed.turned === "x" ? [x, round(2 * front + high - y)] : [round(2 * left + wide - x), y];
}

/** The part with one hole at another place, as it stands on its own side; a pattern becomes the list of its places. */
export function withPlace(typed: Typed, answer: Answer, letter: string, place: number, to: Point): Typed {
  const row = [...answer.rows, ...answer.unresolved].find((one) => one.letter === letter);
  const places = row?.places_mm.map(([x = 0, y = 0], k) => turnedOver(typed, row.setup, k + 1 === place ? to : [x, y])) ?? [];
  return withLetter(typed, letter, { places: placesText(places) });
}
