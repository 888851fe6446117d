/** The Plan: from the hole on the drawing to the last burr, each step checked. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";

import { api, Refused } from "../../api/client";
import { PatternPlan } from "../../drawing/plan/PatternPlan";
import { useFirstJob } from "../../job/kept";
import { useJob } from "../../job/provider";
import { useMachines, useMaterials } from "../../job/queries";
import type { Case } from "../../job/types";
import { show, time } from "../../job/units";
import { VERDICTS } from "../../job/Verdict";
import { Actions } from "../../ui/Actions";
import { Choices } from "../../ui/Choices";
import { NumberField } from "../../ui/NumberField";
import { type Asked, asCsv, bodyOf, type Step, WANTS } from "./model";
import { Card } from "./parts/Card";
import { Row } from "./parts/Row";

const KEPT = "plan";
const PATTERNS = [["single", "anywhere"], ["line", "on a line"], ["grid", "in a grid"], ["circle", "on a bolt circle"]] as const;
const PLAIN: Asked = {
  hole: "20", depth_mm: 20, through: true, count: 4, material: "steel-structural-355", machine: "", want: "usual", pinned_mm: [], without_mm: [],
  pattern: { kind: "single", pitch_mm: 60, columns: 2, rows: 2, circle_mm: 160 },
};

function kept(): Asked | null {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT) ?? "null") as Asked | null;
  } catch {
    return null;
  }
}

/** What the Bench's job says of a hole, to begin with. */
const fromBench = (job: Case | undefined, machine: string | undefined): Partial<Asked> =>
  job
    ? { hole: String(job.hole.diameter_mm), depth_mm: job.hole.depth_mm, through: job.hole.through !== false, count: job.hole.count ?? 1, ...(job.material.id ? { material: job.material.id } : {}), ...(machine ? { machine } : {}) }
    : {};

function download(name: string, type: string, text: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

export function Plan() {
  useFirstJob();
  const { state, dispatch, system } = useJob();
  const machines = useMachines().data ?? [];
  const materials = useMaterials().data ?? [];
  const navigate = useNavigate();
  const [asked, setAsked] = useState<Asked>(() => ({ ...PLAIN, ...fromBench(state.job?.case, state.job?.refs.machine?.id), ...kept() }));
  const [holeText, setHoleText] = useState(asked.hole);
  useEffect(() => sessionStorage.setItem(KEPT, JSON.stringify(asked)), [asked]);
  useEffect(() => {
    document.title = `The Plan: ${asked.hole}`;
  }, [asked.hole]);
  useEffect(() => {
    const later = setTimeout(() => setAsked((was) => (was.hole === holeText ? was : { ...was, hole: holeText, pinned_mm: [], without_mm: [] })), 350);
    return () => clearTimeout(later);
  }, [holeText]);
  const machine = machines.find((one) => one.id === asked.machine) ?? machines.find((one) => one.id === state.job?.refs.machine?.id) ?? machines[0];
  const holding = state.job?.refs.machine?.id === machine?.id ? state.job?.case.holding : undefined;
  const body = machine ? bodyOf(asked, machine.spec, holding) : null;
  const plan = useQuery({ queryKey: ["plan", body], queryFn: ({ signal }) => api.plan(body ?? {}, signal), enabled: body !== null && asked.hole.trim() !== "", retry: false, staleTime: 60_000, placeholderData: keepPreviousData });
  const answer = plan.data;
  const problems = plan.error instanceof Refused ? plan.error.problems : [];
  const put = (part: Partial<Asked>) => setAsked((was) => ({ ...was, ...part }));
  const onBench = (step: Step) => {
    if (!step.cut || !state.job) return;
    dispatch({ do: "open", job: { ...state.job, case: step.cut.case as unknown as Case, typed: {}, refs: {}, pinned: false, name: "" } });
    void navigate("/");
  };
  return (
    <main className="mx-auto grid max-w-[1720px] grid-cols-[minmax(0,1fr)] content-start gap-3 px-3 pt-2 pb-8 wide:px-5">
      <h1 className="sr-only">The Plan: from the hole on the drawing to the last burr</h1>
      <Actions>
        <button type="button" className="tap chip" disabled={!answer} onClick={() => answer && download("plan.csv", "text/csv", asCsv(answer))}>CSV</button>
        <button type="button" className="tap chip" disabled={!answer} onClick={() => answer && download("plan.json", "application/json", JSON.stringify(answer, null, 1))}>JSON</button>
        <button type="button" className="tap chip font-semibold" disabled={!answer} onClick={() => window.print()}>Print the card</button>
      </Actions>
      <section aria-label="The hole as drawn" className="no-print flex flex-wrap items-end gap-x-5 gap-y-2">
        <label className="grid text-xs text-faint">
          The hole, as drawn
          <input className="plate-field figure w-44! text-lg text-ink" value={holeText} placeholder="20, 20 H7, M12" autoComplete="off" spellCheck={false} aria-invalid={problems.length > 0} onChange={(event) => setHoleText(event.target.value)} />
        </label>
        <NumberField className="w-20" label="Depth, mm" value={asked.depth_mm} low={0.05} high={5000} onNumber={(depth_mm) => put({ depth_mm })} />
        <label className="flex min-h-9 items-center gap-2 text-sm"><input type="checkbox" checked={asked.through} onChange={(event) => put({ through: event.target.checked })} />through</label>
        {asked.pattern.kind !== "grid" && <NumberField className="w-16" label="How many" value={asked.count} low={1} high={400} whole onNumber={(count) => put({ count })} />}
        <label className="grid text-xs text-faint">Where they stand
          <select aria-label="Where they stand" className="plate-field w-36! text-base text-ink" value={asked.pattern.kind} onChange={(event) => put({ pattern: { ...asked.pattern, kind: event.target.value as Asked["pattern"]["kind"] } })}>{PATTERNS.map(([kind, words]) => <option key={kind} value={kind}>{words}</option>)}</select>
        </label>
        {asked.pattern.kind === "grid" && <NumberField className="w-14" label="across" value={asked.pattern.columns} low={1} high={400} whole onNumber={(columns) => put({ pattern: { ...asked.pattern, columns } })} />}
        {asked.pattern.kind === "grid" && <NumberField className="w-14" label="down" value={asked.pattern.rows} low={1} high={400} whole onNumber={(rows) => put({ pattern: { ...asked.pattern, rows } })} />}
        {(asked.pattern.kind === "line" || asked.pattern.kind === "grid") && <NumberField className="w-20" label="Pitch, mm" value={asked.pattern.pitch_mm} low={0.1} high={10000} onNumber={(pitch_mm) => put({ pattern: { ...asked.pattern, pitch_mm } })} />}
        {asked.pattern.kind === "circle" && <NumberField className="w-20" label="Circle, mm" value={asked.pattern.circle_mm} low={0.1} high={10000} onNumber={(circle_mm) => put({ pattern: { ...asked.pattern, circle_mm } })} />}
        <label className="grid text-xs text-faint">In
          <select aria-label="Metal" className="plate-field w-56! text-base text-ink" value={asked.material} onChange={(event) => put({ material: event.target.value })}>{materials.map((one) => <option key={one.id} value={one.id}>{one.name}</option>)}</select>
        </label>
        <label className="grid text-xs text-faint">On
          <select aria-label="Machine" className="plate-field w-56! text-base text-ink" value={machine?.id ?? ""} onChange={(event) => put({ machine: event.target.value, pinned_mm: [], without_mm: [] })}>{machines.map((one) => <option key={one.id} value={one.id}>{one.name}</option>)}</select>
        </label>
        <Choices label="What is wanted" choices={WANTS} chosen={asked.want} onChoose={(want) => put({ want })} />
      </section>
      <div role="status" className="no-print min-h-6 text-sm">
        {plan.isFetching && <span className="text-faint">Looking for the steps… </span>}
        {problems.length > 0 && <span className="text-vermilion">{problems.map((one) => one.message).join("; ")}</span>}
        {plan.isError && problems.length === 0 && <span className="text-vermilion">The server does not answer; what you typed is kept.</span>}
        {asked.without_mm.length > 0 && <>Left out: {asked.without_mm.map((size) => <button key={size} type="button" className="chip ml-1 text-sm" onClick={() => put({ without_mm: asked.without_mm.filter((one) => one !== size) })}>{size} mm, put back</button>)} </>}
        {asked.pinned_mm.length > 0 && <>Pinned: {asked.pinned_mm.map((size) => <button key={size} type="button" className="chip ml-1 text-sm" onClick={() => put({ pinned_mm: asked.pinned_mm.filter((one) => one !== size) })}>{size} mm, unpin</button>)}</>}
      </div>
      {answer && (
        <div className={`no-print grid gap-4 ${plan.isPlaceholderData || plan.isError ? "stale" : ""}`}>
          <Row
            answer={answer}
            system={system}
            pinned={asked.pinned_mm}
            onPin={(size, on) => put({ pinned_mm: on ? [...asked.pinned_mm, size] : asked.pinned_mm.filter((one) => one !== size) })}
            onLeaveOut={(size) => put({ without_mm: [...asked.without_mm, size], pinned_mm: asked.pinned_mm.filter((one) => one !== size) })}
            onBench={onBench}
          />
          <div className="flex flex-wrap items-start gap-8 border-t border-ink pt-2">
            <dl className="grid grid-cols-[auto_auto] gap-x-4 text-sm">
              <dt className="text-faint">drilled</dt><dd className="figure m-0">{show(answer.plan.steps.findLast((step) => step.kind === "drill")?.size_mm, "mm", system, 4)}{answer.hole.tapped || answer.hole.reamed ? `, of ${show(answer.hole.least_mm, "mm", system, 4)} to ${show(answer.hole.most_mm, "mm", system, 4)}` : ""}</dd>
              <dt className="text-faint">a hole</dt><dd className="figure m-0">{time(answer.plan.hole_s)}</dd>
              <dt className="text-faint">all {answer.count}, with changes</dt><dd className="figure m-0 font-bold">{time(answer.plan.total_s)}</dd>
              <dt className="text-faint">taken all together</dt><dd className="m-0 font-semibold">{VERDICTS[answer.plan.verdict]}</dd>
            </dl>
            <table className="text-sm">
              <thead><tr className="text-left text-xs text-faint"><th className="pr-5 font-normal">other ways</th><th className="pr-5 font-normal">drills</th><th className="pr-5 font-normal">tools</th><th className="pr-5 font-normal">time in all</th><th className="font-normal">worst step</th></tr></thead>
              <tbody>
                {answer.alternatives.map((one) => (
                  <tr key={one.want} className="border-b border-rule">
                    <td className="pr-5"><button type="button" className="tap py-1 text-left font-semibold text-blue" aria-pressed={asked.want === one.want} onClick={() => put({ want: one.want as Asked["want"] })}>{one.words}</button></td>
                    <td className="figure pr-5">{one.steps.filter((step) => step.kind === "pilot" || step.kind === "open" || step.kind === "drill").map((step) => step.size_mm).join(" → ")}</td>
                    <td className="figure pr-5">{one.tools}</td>
                    <td className="figure pr-5">{time(one.total_s)}</td>
                    <td>{VERDICTS[one.verdict]}, {Math.round(one.worst_use * 100)} %</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {answer.pattern.points_mm.length > 1 && (
              <figure className="m-0 flex gap-3">
                <PatternPlan points={answer.pattern.points_mm} size_mm={answer.hole.finished_mm} circle={answer.pattern.kind === "circle"} />
                <figcaption className="text-sm">
                  {answer.pattern.neighbour_mm !== null && <p>Neighbours <span className="figure font-bold">{show(answer.pattern.neighbour_mm, "mm", system, 5)}</span></p>}
                  <p className="text-faint">From hole 1 to the next ones:</p>
                  <p className="figure max-w-56 text-xs">{answer.pattern.marks_mm.join(" · ")} mm</p>
                </figcaption>
              </figure>
            )}
          </div>
        </div>
      )}
      {answer && <Card answer={answer} system={system} />}
    </main>
  );
}
