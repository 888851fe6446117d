/** What a family of cutters looks like, wherever one is drawn. What is left out is drawn as a twist drill is. */
import type { ReactElement } from "react";

import type { Schemas } from "../../api/client";

/** A cutter standing in its hole, in pixels: from the top of the drawing to its shoulder and its tip. */
export type Standing = { middle: number; radius: number; top: number; shoulder: number; tip: number; /** Half the slug of a ring cutter. */ slug: number };

export type Drawing = {
  /** Its end in a box of 24 by 38: the outline, and the lines that tell it. */
  end?: { outline: string; lines: string };
  Body?: (standing: Standing) => ReactElement;
  /** Half width and height of its profile from the point down, mm, where it is not a drill's. */
  profile?: (outline: Schemas["Outline"]) => [number, number][];
  /** Square at its end: no point to draw. */
  blunt?: boolean;
  /** No flutes wind round it. */
  straight?: boolean;
};

export const STEEL = { fill: "var(--steel)", stroke: "var(--ink)", strokeWidth: 1.2 };
