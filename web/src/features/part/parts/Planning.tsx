/** That the part is being planned, how long, and a way to stop it and go on. */
import { useEffect, useState } from "react";

/** How long somebody may pause before the part is planned anew. */
export const PAUSE_MS = 500;

/** That it is being planned, since when, and a way to stop it; or, stopped, to go on. */
export function Planning({ going, onStop, onGo }: { going: boolean; onStop: () => void; onGo: () => void }) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    setSeconds(0);
    if (!going) return;
    const timer = setInterval(() => setSeconds((was) => was + 1), 1000);
    return () => clearInterval(timer);
  }, [going]);
  return (
    <>
      Planning…{seconds > 0 && ` ${seconds} s `}
      {going && seconds > 0 && (
        <button type="button" className="chip" onClick={onStop}>
          Stop
        </button>
      )}
      {!going && <Resume onGo={onGo} />}
    </>
  );
}

/** Shown only where nothing is under way for longer than a pause in typing: then it was stopped. */
function Resume({ onGo }: { onGo: () => void }) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 2 * PAUSE_MS);
    return () => clearTimeout(timer);
  }, []);
  return late ? (
    <>
      {" "}
      stopped.{" "}
      <button type="button" className="chip" onClick={onGo}>
        Go on
      </button>
    </>
  ) : null;
}
