/** That the part is being planned, how far and how long, and a way to stop it and go on. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api } from "../../../api/client";

/** How long somebody may pause before the part is planned anew. */
export const PAUSE_MS = 500;

/** How often it is asked how far the plan is. */
const ASKED_MS = 500;

type Question = { going: boolean; name: string; onStop: () => void; onGo: () => void };

/** That it is being planned, how far it is and since when, and a way to stop it; or, stopped, to go on. `name`: the one the question bears. */
export function Planning({ going, name, onStop, onGo }: Question) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    setSeconds(0);
    if (!going) return;
    const timer = setInterval(() => setSeconds((was) => was + 1), 1000);
    return () => clearInterval(timer);
  }, [going]);
  return (
    <span className="flex flex-wrap items-center gap-3">
      <span>Planning…{seconds > 0 && ` ${seconds} s`}</span>
      {going && seconds > 0 && (
        <>
          <HowFar name={name} />
          <button type="button" className="chip" onClick={onStop}>
            Stop
          </button>
        </>
      )}
      {!going && <Resume onGo={onGo} />}
    </span>
  );
}

/** The share that is done, and what is being done. */
function HowFar({ name }: { name: string }) {
  const found = useQuery({ queryKey: ["how far", name], queryFn: () => api.howFar(name), refetchInterval: ASKED_MS, gcTime: 0, retry: false });
  const { share, doing } = found.data ?? { share: null, doing: "" };
  if (share === null) return null;
  return (
    <>
      <progress className="h-3 w-44" aria-label="How far the plan is" value={share} max={1} />
      <span>{doing}</span>
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
