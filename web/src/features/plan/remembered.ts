/** What was being planned when the page was left; and whether it is one letter of a part, looked at by itself. */
import type { Asked } from "./model";
import type { Named } from "./parts/Kept";

const KEPT = "plan";
export const UNNAMED: Named = { slug: null, name: "", note: "", ticks: [] };
/** Which letter of which part. */
export type Letter = { letter: string; part: string };
type Remembered = { asked: Partial<Asked>; named: Named; letter: Letter | null };
const NOTHING: Remembered = { asked: {}, named: UNNAMED, letter: null };

export function remembered(): Remembered {
  try {
    const found = JSON.parse(sessionStorage.getItem(KEPT) ?? "null") as Remembered | null;
    return found?.asked ? { ...NOTHING, ...found } : NOTHING;
  } catch {
    return NOTHING;
  }
}

export const remember = (now: Partial<Remembered>): void => sessionStorage.setItem(KEPT, JSON.stringify({ ...NOTHING, ...now }));
