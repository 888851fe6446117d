import type { Drawing } from "./drawing";
import { Headed } from "./Headed";

export const spade: Drawing = {
  end: { outline: "M8 0 L8 16 L2 18 L2 28 L12 33 L22 28 L22 18 L16 16 L16 0 Z", lines: "M8 16 L16 16 M12 20 L12 33" },
  Body: (standing) => <Headed {...standing} stem={0.6} head={1.1} off={0} />,
};
