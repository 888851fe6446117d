/** A program read back: what its S and F come to per revolution, and what the check says of it, before it is taken. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, Refused } from "../../api/client";
import { PROGRAMMED, withProgram } from "../program";
import { useJob } from "../provider";
import { show, speed } from "../units";
import { VERDICTS } from "../Verdict";

export function Program({ onDone }: { onDone: () => void }) {
  const { state, change, system } = useJob();
  const [text, setText] = useState("");
  const job = state.jobs.now;
  const found = useQuery({
    queryKey: ["program", text, job?.case, system.length],
    queryFn: ({ signal }) => api.program({ program: text, case: job?.case ?? {}, system: system.length }, signal),
    enabled: job !== null && text.trim().length > 2,
    retry: false,
    staleTime: Infinity,
  });
  const read = found.data;
  const take = () => {
    if (read) void change({ phrase: "feed", typed: `${PROGRAMMED}${text.trim()}`, edit: (was) => withProgram(was, read) }).then(onDone);
  };
  return (
    <form
      className="grid gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <label className="grid gap-1.5">
        <span className="heading">Read a program back</span>
        <input
          className="field program-text"
          value={text}
          placeholder="S300 F127, 300 rpm 5 in/min, or a block"
          autoComplete="off"
          spellCheck={false}
          maxLength={400}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <p aria-live="polite" className={`min-h-5 text-sm ${found.error ? "text-vermilion" : "text-faint"}`}>
        {found.error instanceof Refused && found.error.message}
        {read && (
          <>
            {speed(read.speed_rpm)}, {show(read.feed_rate_mm_min, "mm/min", system)}: that is{" "}
            <strong className="figure text-ink">{show(read.feed_mm_rev, "mm/rev", system)}</strong>
            {read.cycle && `; ${read.cycle}`}
            {read.depth_mm != null && `, to ${show(read.depth_mm, "mm", system)}`}
            {read.check && `. ${VERDICTS[read.check.verdict]}.`}
          </>
        )}
      </p>
      {read && (
        <button type="submit" className="chip justify-self-start">
          Take it: the setting as programmed
        </button>
      )}
    </form>
  );
}
