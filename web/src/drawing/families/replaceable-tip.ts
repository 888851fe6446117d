import type { Drawing } from "./drawing";

export const replaceableTip: Drawing = {
  end: { outline: "M2 0 L2 28 L12 32 L22 28 L22 0 Z", lines: "M2 22 L8 25 L16 21 L22 24 M2 6 C10 6 14 0 22 0 M2 16 C10 16 14 8 22 8" },
};
