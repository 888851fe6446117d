/** The Plan: from the hole on the drawing to the last burr, each step checked. */
import { useEffect, useMemo, useReducer, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useLocation } from "wouter";

import { api, Refused } from "../../api/client";
import { begun } from "../../job/history";
import { OneOrMany } from "../../job/OneOrMany";
import { useFirstJob } from "../../job/kept";
import { useJob } from "../../job/provider";
import { useMachines, useMaterials, useMay } from "../../job/queries";
import type { Case } from "../../job/types";
import { inUnits, plain, time } from "../../job/units";
import { useUnits } from "../../job/useUnits";
import { VERDICTS } from "../../job/Verdict";
import { begin } from "../machine/run";
import { UnderWay } from "../machine/UnderWay";
import { Actions } from "../../ui/Actions";
import { Choices } from "../../ui/Choices";
import { download } from "../../ui/download";
import { ForTheCrib } from "../../ui/ForTheCrib";
import { type Answer, asCsv, type Asked, bodyOf, controlOf, fromKept, madeOf, moved, type OwnStep, ownRow, PLAIN, reduce, type Step, tightest } from "./model";
import { AddStep } from "./parts/AddStep";
import { AnyMachine } from "./parts/AnyMachine";
import { Card } from "./parts/Card";
import { Head } from "./parts/Head";
import { KeepPlan, KeptPlans, type Named } from "./parts/Kept";
import { Marking } from "./parts/Marking";
import { begun as begunPart, keep, partOf, withPlan } from "../part/model";
import { Program, programmed } from "../program/Program";
import { Row } from "./parts/Row";
import { Setup } from "./parts/Setup";
import { Ways } from "./parts/Ways";
import { askProgram, usePlan } from "./queries";
import { remember, remembered, UNNAMED } from "./remembered";

const PARTS = [
  ["ways", "Ways and cost"],
  ["setup", "Set-up"],
  ["marking", "Marking out"],
  ["program", "Program"],
  ["machines", "Any machine"],
] as const;
type Part = (typeof PARTS)[number][0];
/** What the Bench's job says of a hole, to begin with. */
const fromBench = (job: Case | undefined, machine: string | undefined): Partial<Asked> =>
  job
    ? {
        hole: String(job.hole.diameter_mm),
        depth_mm: job.hole.depth_mm,
        through: job.hole.through !== false,
        count: job.hole.count ?? 1,
        ...(job.material.id ? { material: job.material.id } : {}),
        ...(machine ? { machine } : {}),
      }
    : {};

export function Plan() {
  useFirstJob();
  const { state, dispatch: onJob, system } = useJob();
  const yard = useMachines();
  const machines = yard.data ?? [];
  const materials = useMaterials().data ?? [];
  const may = useMay("machinist");
  const [, navigate] = useLocation();
  const first = useMemo(remembered, []);
  const [{ now: asked, past, future }, change] = useReducer(reduce, null, () =>
    begun({ ...PLAIN, ...fromBench(state.jobs.now?.case, state.jobs.now?.refs.machine?.id), ...first.asked }),
  );
  const [named, setNamed] = useState<Named>(first.named);
  const [letter, setLetter] = useState(first.letter);
  const [part, setPart] = useState<Part>("ways");
  useEffect(() => remember({ asked, named, letter }), [asked, named, letter]);
  useEffect(() => {
    document.title = `The Plan: ${named.name || asked.hole}`;
  }, [asked.hole, named.name]);
  useHotkeys("ctrl+z, meta+z", () => change({ do: "undo" }), { preventDefault: true });
  useHotkeys("ctrl+y, ctrl+shift+z, meta+shift+z", () => change({ do: "redo" }), { preventDefault: true });
  const machine = machines.find((one) => one.id === asked.machine) ?? machines.find((one) => one.id === state.jobs.now?.refs.machine?.id) ?? machines[0];
  const holding = state.jobs.now?.refs.machine?.id === machine?.id ? state.jobs.now?.case.holding : undefined;
  const body = machine && asked.hole.trim() !== "" ? bodyOf(asked, machine.spec, holding) : null;
  const plan = usePlan(body);
  const answer = plan.data;
  const stale = plan.isPlaceholderData || plan.isError;
  const goes = (answer?.plan.steps.length ?? 0) > 0;
  // Where no row goes there are no ways to compare; another machine is what is left.
  const shown = part === "ways" && answer && !goes ? "machines" : part;
  const problems = plan.error instanceof Refused ? plan.error.problems : [];
  const put = (changed: Partial<Asked>) => change({ do: "put", part: changed });
  const row = (): OwnStep[] => asked.steps ?? ownRow(answer?.plan.steps ?? []);
  const onBench = (step: Step) => {
    if (!step.cut || !state.jobs.now) return;
    onJob({ do: "open", job: { ...state.jobs.now, case: step.cut.case as Case, typed: {}, refs: {}, pinned: false, name: "" } });
    navigate("/");
  };
  const openPlan = async (slug: string) => {
    const kept = await api.readPlan(slug);
    change({ do: "open", asked: fromKept(kept.asked as Parameters<typeof fromKept>[0]) });
    setNamed({ slug: kept.slug, name: kept.name, note: kept.note, ticks: kept.ticks, revision: kept.revision });
    setLetter(null);
  };
  const backIntoPart = () => {
    if (letter) keep(withPlan(begunPart(), letter.letter, asked));
    setLetter(null);
    navigate("/part");
  };
  return (
    <main className="mx-auto grid max-w-[1720px] grid-cols-[minmax(0,1fr)] content-start gap-3 px-3 pt-2 pb-8 wide:px-5">
      <h1 className="sr-only">The Plan: from the hole on the drawing to the last burr</h1>
      <Actions>
        <button type="button" className="tap chip" disabled={past.length === 0} onClick={() => change({ do: "undo" })}>
          Undo
        </button>
        <button type="button" className="tap chip" disabled={future.length === 0} onClick={() => change({ do: "redo" })}>
          Redo
        </button>
        <button
          type="button"
          className="tap chip"
          onClick={() => {
            change({ do: "open", asked: { ...PLAIN, machine: machine?.id ?? "" } });
            setNamed(UNNAMED);
            setLetter(null);
          }}
        >
          New
        </button>
        <KeptPlans onOpen={openPlan} />
        {may && <KeepPlan asked={asked} body={body} named={named} onKept={setNamed} />}
        <button
          type="button"
          className="tap chip"
          disabled={!answer}
          onClick={() => {
            if (!answer) return;
            keep(partOf(answer, asked, machine?.id ?? ""));
            navigate("/part");
          }}
        >
          More holes
        </button>
        <button type="button" className="tap chip" disabled={!answer} onClick={() => answer && download("plan.csv", "text/csv", asCsv(answer))}>
          CSV
        </button>
        <button
          type="button"
          className="tap chip"
          disabled={!answer}
          onClick={() => answer && download("plan.json", "application/json", JSON.stringify(answer, null, 1))}
        >
          JSON
        </button>
        <button
          type="button"
          className="tap chip font-semibold"
          disabled={!goes || stale}
          onClick={() => answer && begin(named.name, answer, (words) => window.confirm(words), named.slug) && navigate("/at-machine")}
        >
          To the machine
        </button>
        <button type="button" className="tap chip font-semibold" disabled={!goes || stale} onClick={() => window.print()}>
          Print the card
        </button>
      </Actions>
      <OneOrMany />
      {letter && (
        <p className="no-print m-0 flex flex-wrap items-baseline gap-3 border-l-4 border-bronze pl-3">
          <span>
            Hole <b>{letter.letter}</b> of {letter.part}, by itself.
          </span>
          <button type="button" className="tap chip font-semibold" onClick={backIntoPart}>
            Put it back into the part
          </button>
        </p>
      )}
      <Head asked={asked} machine={machine?.id ?? ""} machines={machines} materials={materials} wrong={problems.length > 0} put={put} />
      <div role="status" className="no-print min-h-6 text-sm">
        {yard.isSuccess && machines.length === 0 && (
          <span>
            No machine stands in the yard yet:{" "}
            <Link className="font-semibold text-blue" to="/shop/machines/new">
              describe one
            </Link>
            , and{" "}
            <Link className="font-semibold text-blue" to="/shop/crib">
              put cutters into the crib
            </Link>
            .{" "}
          </span>
        )}
        <UnderWay />
        {named.name && <span className="font-semibold">{named.name}. </span>}
        {answer?.hole.means && !stale && (
          <span className="text-faint">
            {answer.hole.text}: {answer.hole.means}.{" "}
          </span>
        )}
        {plan.isFetching && <span className="text-faint">Looking for the steps… </span>}
        {problems.length > 0 && <span className="text-vermilion">{problems.map((one) => one.message).join("; ")}</span>}
        {plan.isError && problems.length === 0 && <span className="text-vermilion">The server does not answer; what you typed is kept.</span>}
        {asked.pinned_mm.length > 0 && (
          <>
            Pinned:{" "}
            {asked.pinned_mm.map((size) => (
              <button key={size} type="button" className="chip ml-1 text-sm" onClick={() => put({ pinned_mm: asked.pinned_mm.filter((one) => one !== size) })}>
                {plain(size, system)}, unpin
              </button>
            ))}{" "}
          </>
        )}
        {asked.steps && (
          <>
            The row is your own.{" "}
            <button type="button" className="chip text-sm font-semibold" onClick={() => put({ steps: null })}>
              Look for the steps again
            </button>
          </>
        )}
      </div>
      {answer && !stale && answer.says.length > 0 && (
        <div role="alert" aria-label="What the row does" className="no-print border-l-4 border-vermilion pl-3 text-sm text-vermilion">
          <ul className="grid gap-0.5">
            {answer.says.map((words) => (
              <li key={words} className="first-letter:uppercase">
                {inUnits(words, system)}
              </li>
            ))}
          </ul>
          {answer.to_get && <ForTheCrib words={answer.to_get} />}
        </div>
      )}
      {answer && (
        <div className={`no-print grid grid-cols-[minmax(0,1fr)] gap-3 ${stale ? "stale" : ""}`}>
          {goes && <Totals answer={answer} />}
          {goes && (
            <Row
              made={madeOf(answer)}
              system={system}
              own={asked.steps !== null}
              pinned={asked.pinned_mm}
              onPin={(size, on) => put({ pinned_mm: on ? [...asked.pinned_mm, size] : asked.pinned_mm.filter((one) => one !== size) })}
              onStrike={(place, struck) => put({ steps: row().map((one, k) => (k === place ? { ...one, struck } : one)) })}
              onMove={(from, to) => put({ steps: moved(row(), from, to) })}
              onTakeOut={(place) => put({ steps: row().filter((_, k) => k !== place) })}
              onBench={onBench}
            />
          )}
          <div className="flex flex-wrap items-center gap-3 border-t border-ink pt-2">
            <Choices
              label="More about the plan"
              choices={PARTS.filter(([one]) => one !== "program" || programmed(answer.machine_kind))}
              chosen={shown}
              onChoose={setPart}
            />
            <AddStep steps={answer.plan.steps} onAdd={(step, place) => put({ steps: [...row().slice(0, place), step, ...row().slice(place)] })} />
          </div>
          {shown === "ways" && goes && <Ways answer={answer} want={asked.want} onWant={(want) => put({ want, steps: null })} />}
          {shown === "setup" && (
            <Setup
              answer={answer}
              system={system}
              ticks={named.ticks}
              onTick={(id, on) => setNamed({ ...named, ticks: on ? [...named.ticks, id] : named.ticks.filter((one) => one !== id) })}
            />
          )}
          {shown === "marking" && <Marking answer={answer} system={system} />}
          {shown === "program" && goes && (
            <Program
              machine={answer.machine}
              kind={answer.machine_kind}
              said={controlOf(answer)}
              subject={answer}
              places={answer.count}
              file="plan"
              system={system}
              ask={askProgram(answer)}
            />
          )}
          {shown === "machines" && (
            <AnyMachine
              body={body && { case: body.case, plan: { ...body.plan, steps: undefined, alternatives: false, families: false } }}
              onTake={(id) => put({ machine: id, steps: null, pinned_mm: [], without_mm: [] })}
            />
          )}
        </div>
      )}
      {answer && !stale && <Card answer={answer} system={system} name={named.name} note={named.note} />}
    </main>
  );
}

function Totals({ answer }: { answer: Answer }) {
  const system = useUnits();
  const { plan } = answer;
  const worst = tightest(plan.steps);
  const colour = plan.verdict === "holds" ? "text-green" : plan.verdict === "tight" ? "text-bronze" : "text-vermilion";
  return (
    <p className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
      <b className={`text-xl ${colour}`}>{VERDICTS[plan.verdict]}</b>
      <span className="figure">
        {plan.steps.filter((step) => !step.struck).length} steps · {plan.tools} {plan.tools === 1 ? "tool" : "tools"}
      </span>
      <span className="figure">
        <b>{time(plan.hole_s)}</b> a hole · <b>{time(plan.total_s)}</b> for all {answer.count}, changes in
      </span>
      <span className="figure">
        cost <b>{plan.cost.total.toFixed(2)}</b>
      </span>
      {worst?.cut && (
        <span>
          nearest limit: {worst.cut.failure}, at {inUnits(worst.words, system)};{" "}
          {inUnits(worst.cut.said.charAt(0).toLowerCase() + worst.cut.said.slice(1), system)}
        </span>
      )}
    </p>
  );
}
