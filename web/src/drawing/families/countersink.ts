import type { Drawing } from "./drawing";

export const countersink: Drawing = {
  end: { outline: "M9 0 L9 8 L2 12 L2 18 L12 30 L22 18 L22 12 L15 8 L15 0 Z", lines: "M12 12 L12 30 M2 18 L22 18" },
};
