/** What is written down and not yet with the server; sent again when the network is back, and every so often. */
import { useEffect, useSyncExternalStore } from "react";

import { onWaiting, send, waiting } from "./outbox";

const AGAIN_MS = 15_000;
const count = (): string => {
  const entries = waiting();
  return `${entries.length} ${entries.filter((one) => one.refused).length}`;
};

/** How many wait, and how many of them the server would not have. */
export function useWaiting(): readonly [number, number] {
  const found = useSyncExternalStore(onWaiting, count);
  useEffect(() => {
    const again = () => void send();
    again();
    window.addEventListener("online", again);
    const timer = setInterval(again, AGAIN_MS);
    return () => {
      window.removeEventListener("online", again);
      clearInterval(timer);
    };
  }, []);
  const [all = 0, refused = 0] = found.split(" ").map(Number);
  return [all, refused];
}
