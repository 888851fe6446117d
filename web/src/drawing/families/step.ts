import type { Drawing } from "./drawing";

export const step: Drawing = {
  end: { outline: "M2 0 L2 14 L7 18 L7 28 L12 33 L17 28 L17 18 L22 14 L22 0 Z", lines: "M2 10 C10 10 14 4 22 4 M7 26 C10 26 14 20 17 20" },
};
