import type { Drawing } from "./drawing";
import { Headed } from "./Headed";

export const gun: Drawing = {
  end: { outline: "M7 0 L7 18 L4 19 L4 30 L10 33 L20 28 L20 19 L17 18 L17 0 Z", lines: "M12 0 L12 33 M4 19 L20 19" },
  Body: (standing) => <Headed {...standing} stem={0.88} head={2.2} off={0.5} />,
};
