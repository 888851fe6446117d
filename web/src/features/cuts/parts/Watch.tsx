/** A recorded trace, hole by hole: the spindle's load along the depth beside the band that is said, what creeps and what is amiss. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";

import { api, inWords, Lost } from "../../../api/client";
import { useJob } from "../../../job/provider";
import { useChecks } from "../../../job/queries";
import { plain, significant } from "../../../job/units";
import { useUnits } from "../../../job/useUnits";
import { readTrace, type Trace } from "../trace";

type Answer = Awaited<ReturnType<typeof api.watch>>;
type Hole = Answer["holes"][number];
const [WIDE, HIGH] = [230, 130];
/** A run made up, and the job it is a run of: both ship with the product, so that any shop can look at it. */
const EXAMPLE = { against: "(example)", trace: "trace-example.csv", job: "trace-example-case.json" };

/** The text of a file that ships with the product; raises Lost where it does not come. */
async function shipped(name: string): Promise<string> {
  const answer = await fetch(`${import.meta.env.BASE_URL}${name}`).catch(() => null);
  if (!answer?.ok) throw new Lost("the server does not answer");
  return answer.text();
}

function Picture({ hole, answer, deep_mm, most }: { hole: Hole; answer: Answer; deep_mm: number; most: number }) {
  const system = useUnits();
  const { band } = answer;
  const x = (mm: number) => (mm / deep_mm) * WIDE;
  const y = (load: number) => HIGH - (load / most) * HIGH;
  const along = (loads: readonly number[]) => band.depth_mm.map((mm, k) => `${x(mm).toFixed(1)},${y(loads[k] ?? 0).toFixed(1)}`);
  const amiss = hole.alarms.length > 0;
  return (
    <figure className={`m-0 grid content-start gap-1 border-t-2 pt-1 ${amiss ? "border-vermilion" : "border-rule"}`}>
      <figcaption className="flex justify-between gap-2">
        <b>Hole {hole.hole}</b>
        <span className="figure text-sm">
          {hole.ratio !== null && `× ${significant(hole.ratio, 3)}`}
          {hole.pecks > 1 && `, ${hole.pecks} pecks`}
        </span>
      </figcaption>
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="w-full" role="img" aria-label={`Load of hole ${hole.hole} along its depth`}>
        <polygon points={[...along(band.low_percent), ...along(band.high_percent).reverse()].join(" ")} fill="var(--steel)" fillOpacity="0.55" />
        <polyline points={along(band.middle_percent).join(" ")} fill="none" stroke="var(--faint)" strokeDasharray="4 3" />
        <polyline
          points={hole.depths_mm.map((mm, k) => `${x(mm).toFixed(1)},${y(hole.loads_percent[k] ?? 0).toFixed(1)}`).join(" ")}
          fill="none"
          stroke={amiss ? "var(--vermilion)" : "var(--ink)"}
          strokeWidth="1.5"
        />
        <line x1={0} x2={WIDE} y1={y(answer.idle)} y2={y(answer.idle)} stroke="var(--rule)" />
      </svg>
      <span className="flex justify-between text-xs text-faint">
        <span>0 to {plain(Number(deep_mm.toFixed(1)), system)}</span>
        <span>
          0 to {Math.round(most)} % load, idling {significant(answer.idle, 2)} %
        </span>
      </span>
      {hole.says.map((one) => (
        <span key={one} className="text-sm font-semibold text-vermilion">
          {one}
        </span>
      ))}
    </figure>
  );
}

function Found({ answer }: { answer: Answer }) {
  if (answer.holes.length === 0) return <p>No hole is found in it: the load never rises from idling, {significant(answer.idle, 2)} %, to what is said.</p>;
  const deep_mm = answer.band.depth_mm.at(-1) ?? 1;
  const most = 1.1 * Math.max(...answer.band.high_percent, ...answer.holes.flatMap((hole) => hole.loads_percent));
  const amiss = new Set(answer.alarms.map(([hole]) => hole)).size;
  return (
    <>
      <p role="status" className="m-0 text-lg">
        <b>{answer.holes.length === 1 ? "One hole" : `${answer.holes.length} holes`}</b>,{" "}
        {amiss === 0 ? "nothing amiss" : <span className="text-vermilion">something amiss in {amiss === 1 ? "one" : amiss}</span>}.{" "}
        <span className="text-sm text-faint">Dashed: what was expected; grey: where nine in ten holes lie.</span>
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-4">
        {answer.holes.map((hole) => (
          <Picture key={hole.hole} hole={hole} answer={answer} deep_mm={deep_mm} most={most} />
        ))}
      </div>
    </>
  );
}

export function Watch() {
  const { state } = useJob();
  const checks = useChecks().data ?? [];
  const [against, setAgainst] = useState("");
  const [trace, setTrace] = useState<{ name: string; trace: Trace } | null>(null);
  const [fault, setFault] = useState("");
  const watching = useMutation({
    mutationFn: async ({ job, told }: { job: string; told: Trace }) => api.watch({ case: await caseOf(job), trace: told }),
  });
  const caseOf = async (job: string): Promise<unknown> => {
    if (job === EXAMPLE.against) return JSON.parse(await shipped(EXAMPLE.job));
    return job ? (await api.readCheck(job)).case : state.jobs.now?.case;
  };
  const take = (name: string, text: string, job: string) => {
    const told = readTrace(text);
    setFault("");
    setAgainst(job);
    setTrace({ name, trace: told });
    watching.mutate({ job, told });
  };
  const taken = (name: string, text: Promise<string>, job: string) =>
    text
      .then((read) => take(name, read, job))
      .catch((wrong: unknown) => setFault(wrong instanceof Error && !(wrong instanceof Lost) ? wrong.message : inWords(wrong)));
  return (
    <section aria-label="A recorded trace" className="grid gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid text-xs text-faint">
          a trace, CSV
          <input
            type="file"
            accept=".csv,text/csv"
            className="text-base text-ink"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void taken(file.name, file.text(), against === EXAMPLE.against ? "" : against);
            }}
          />
        </label>
        <label className="grid text-xs text-faint">
          held against
          <select
            className="min-h-8 max-w-80 border border-rule bg-paper px-1 text-base text-ink"
            value={against}
            onChange={(event) => {
              setAgainst(event.target.value);
              if (trace) watching.mutate({ job: event.target.value, told: trace.trace });
            }}
          >
            <option value="">the job on the Bench</option>
            {against === EXAMPLE.against && <option value={EXAMPLE.against}>the example's own job</option>}
            {checks.map((one) => (
              <option key={one.slug} value={one.slug}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        <button type="button" className="chip" onClick={() => void taken("the example, simulated", shipped(EXAMPLE.trace), EXAMPLE.against)}>
          Try the simulated example
        </button>
      </div>
      <p className="m-0 text-sm text-faint">
        Columns t_s and load_percent, and rpm, feed_mm_s, z_mm, x_mm, tool where the machine tells them. Nothing of it is kept. It watches nothing while it runs
        and stops no machine.
      </p>
      {fault && <p role="alert">{fault}</p>}
      {watching.error && <p role="alert">{inWords(watching.error)}</p>}
      {watching.isPending && <p>Working it out…</p>}
      {watching.data && !fault && (
        <>
          <p className="m-0 font-semibold">{trace?.name}</p>
          <Found answer={watching.data} />
        </>
      )}
    </section>
  );
}
