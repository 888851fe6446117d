/** The time this hole has taken, beside what it should take; it runs on by itself and nothing waits for it. */
import { useEffect, useState } from "react";

const TICK_MS = 500;
const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;

type Props = { since: number | null; about_s: number; onClock: (now: number | null) => void };

export function Clock({ since, about_s, onClock }: Props) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (since === null) return;
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [since]);
  const gone = since === null ? 0 : Math.max(0, (now - since) / 1000);
  return (
    <div className="flex items-center justify-between gap-3">
      <span>
        <b role="timer" aria-label="This hole so far" className="figure text-[42px] leading-none">
          {clock(gone)}
        </b>{" "}
        <span className="text-faint">of about {clock(about_s)}</span>
      </span>
      <button type="button" className="chip min-h-16 px-4 text-[18px]" onClick={() => onClock(since === null ? Date.now() : null)}>
        {since === null ? "Start the clock" : "Stop the clock"}
      </button>
    </div>
  );
}
