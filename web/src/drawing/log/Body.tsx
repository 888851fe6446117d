/** The cutter standing in the hole, drawn by its family. */
import { drawingOf } from "../families";
import { PlainBody } from "../families/plain";
import type { Log } from "./layout";

type Props = { log: Log; middle: number; radius: number; px: number; top: number; shoulder: number; tip: number };

export function Body({ log, px, ...standing }: Props) {
  const { family, slug_diameter_mm } = log.section;
  const Drawn = drawingOf(family).Body ?? PlainBody;
  return <Drawn {...standing} slug={((slug_diameter_mm ?? 0) / 2) * px} />;
}
