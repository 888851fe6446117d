/** What is done with a screen's subject as a whole stands in the frame's own line, beside the name. */
import { type ReactNode, useEffect, useState } from "react";
import { createPortal } from "react-dom";

import { ACTIONS } from "./places";

export function Actions({ children }: { children: ReactNode }) {
  const [place, setPlace] = useState<Element | null>(null);
  useEffect(() => setPlace(document.getElementById(ACTIONS)), []);
  return place && createPortal(children, place);
}
