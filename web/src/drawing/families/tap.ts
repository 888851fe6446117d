import type { Drawing } from "./drawing";

export const tap: Drawing = {
  end: { outline: "M4 0 L4 26 L8 36 L16 36 L20 26 L20 0 Z", lines: "M4 4 L20 7 M4 10 L20 13 M4 16 L20 19 M4 22 L20 25 M6 30 L18 32" },
  straight: true,
};
