import type { Drawing } from "./drawing";

export const centre: Drawing = {
  end: { outline: "M2 0 L2 14 L9 24 L9 32 L12 35 L15 32 L15 24 L22 14 L22 0 Z", lines: "M2 14 L22 14" },
};
