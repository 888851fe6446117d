import type { Drawing } from "./drawing";

export const counterbore: Drawing = {
  end: { outline: "M2 0 L2 26 L9 26 L9 35 L15 35 L15 26 L22 26 L22 0 Z", lines: "M8 0 L8 26 M16 0 L16 26" },
  blunt: true,
};
