/** Every family that has a drawing of its own, a line each; the others are drawn as twist drills. */
import { annular } from "./annular";
import { boring } from "./boring";
import { centre } from "./centre";
import { counterbore } from "./counterbore";
import { countersink } from "./countersink";
import type { Drawing } from "./drawing";
import { gun } from "./gun";
import { indexable } from "./indexable";
import { reamer } from "./reamer";
import { replaceableTip } from "./replaceable-tip";
import { spade } from "./spade";
import { step } from "./step";
import { tap } from "./tap";

const DRAWINGS: Record<string, Drawing> = {
  annular,
  boring,
  centre,
  counterbore,
  countersink,
  gun,
  indexable,
  reamer,
  "replaceable-tip": replaceableTip,
  spade,
  step,
  tap,
};
const PLAIN: Drawing = {};

export const drawingOf = (family: string | undefined): Drawing => DRAWINGS[family ?? ""] ?? PLAIN;
