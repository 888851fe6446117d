/** Where things stand on the operating window. */
import type { Schemas } from "../../api/client";
import type { Scale } from "../scales";

export type Window = Schemas["WindowAnswer"];
export type Region = Window["regions"][number];
export type Plot = { left: number; right: number; top: number; bottom: number };
export type Axes = { x: Scale; y: Scale; plot: Plot };

export const HEIGHT = 292;
export const TOP = 8;
export const BOTTOM = 254;
export const LEFT = 52;
export const COLOURS = { hard: "var(--vermilion)", soft: "var(--bronze)" };
/** Room at the right for the scale of the hand's force, where there is one. */
export const FORCE_SCALE = 50;
