import type { Drawing } from "./drawing";

export const reamer: Drawing = {
  end: { outline: "M3 0 L3 32 L5 35 L19 35 L21 32 L21 0 Z", lines: "M8 0 L8 35 M12 0 L12 35 M16 0 L16 35" },
  blunt: true,
  straight: true,
};
