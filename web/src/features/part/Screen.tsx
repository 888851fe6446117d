/** The part: many holes planned together, so that tools, belts and stops are changed as seldom as can be. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useLocation, useSearch } from "wouter";

import { api, inWords } from "../../api/client";
import { partFiles, partsApi } from "../../api/parts";
import { OneOrMany } from "../../job/OneOrMany";
import { useFirstJob } from "../../job/kept";
import { freeName } from "../../job/outbox";
import { useJob } from "../../job/provider";
import { useMachines, useMaterials, useMay } from "../../job/queries";
import { useUnits } from "../../job/useUnits";
import { words } from "../../job/words";
import { Actions } from "../../ui/Actions";
import { Choices } from "../../ui/Choices";
import { later } from "../../ui/later";
import { usePrint } from "../../ui/usePrint";
import { begin } from "../machine/run";
import { UnderWay } from "../machine/UnderWay";
import { fromKept } from "../plan/model";
import { KeptPlans } from "../plan/parts/Kept";
import { Program, programmed } from "../program/Program";
import { type Answer, blank, onMachine, partOf, requestOf, type Typed, typedOf, withPlace } from "./model";
import { Card } from "./parts/Card";
import { Compare } from "./parts/Compare";
import { Files } from "./parts/Files";
import { Features, Head } from "./parts/Head";
import { Inspection } from "./parts/Inspection";
import { KeepPart, KeptParts, type Named, UNNAMED } from "./parts/Kept";
import { Operations } from "./parts/Operations";
import { Outcome, Sums } from "./parts/Outcome";
import { PAUSE_MS, Planning } from "./parts/Planning";
import { PlanView } from "./parts/PlanView";
import { Rows } from "./parts/Rows";
import { SetUp } from "./parts/SetUp";
import { useTyped } from "./useTyped";

const BringIn = later(() => import("./parts/BringIn").then((part) => part.BringIn), "Opening…");
const SHOWN = [
  ["operations", "Operations"],
  ["rows", "Letter by letter"],
  ["setup", "Set-up"],
  ["ways", "Other ways"],
  ["machines", "Any machine"],
  ["marking", "Marking out"],
  ["program", "Program"],
] as const;
type Shown = (typeof SHOWN)[number][0];

function useSettled<Value>(value: Value): Value {
  const [settled, settle] = useState(value);
  useEffect(() => {
    const later = setTimeout(() => settle(value), PAUSE_MS);
    return () => clearTimeout(later);
  }, [value]);
  return settled;
}

/** What is said of the control of the machine a part is for: it stands in every case that was checked on it. */
function controlOf(answer: Answer): Record<string, unknown> {
  const made = answer.operations.flatMap((one) => one.features).find((one) => one.case)?.case;
  return (made as { machine?: { control?: Record<string, unknown> | null } } | undefined)?.machine?.control ?? {};
}

export function PartScreen() {
  const { typed, put, travel, back, ahead } = useTyped();
  const system = useUnits();
  const [named, setNamed] = useState<Named>(UNNAMED);
  const [file, setFile] = useState<File | null>(null);
  const [shown, setShown] = useState<Shown>("operations");
  const [onSide, setOnSide] = useState("1");
  // Why the part a link names was not opened.
  const [gone, setGone] = useState("");
  const [, navigate] = useLocation();
  const wanted = new URLSearchParams(useSearch()).get("open");
  const may = useMay("machinist");
  const [looked, setLooked] = useState<Answer["operations"][number] | null>(null);
  const machines = useMachines();
  const materials = useMaterials();
  useEffect(() => {
    document.title = `The Part: ${typed.name}`;
  }, [typed.name]);
  // The Bench's machine and metal stand until others are chosen, else the shop's first.
  useFirstJob();
  const job = useJob().state.jobs.now;
  const ofShop = <One extends { id: string }>(yard: readonly One[] | undefined, id: string | null | undefined) =>
    (yard?.find((one) => one.id === id) ?? yard?.[0])?.id ?? "";
  const whole: Typed = {
    ...typed,
    machine: typed.machine || ofShop(machines.data, job?.refs.machine?.id),
    material: typed.material || ofShop(materials.data, job?.case.material.id),
  };
  const body = requestOf(whole);
  const asked = useSettled(JSON.stringify(body));
  const client = useQueryClient();
  const queryKey = ["part", asked];
  // This screen's one question at a time may be asked under it how far it is.
  const [question] = useState(freeName);
  const found = useQuery({
    queryKey,
    queryFn: ({ signal }) => api.part(JSON.parse(asked) as object, signal, question),
    enabled: asked !== "null",
    retry: false,
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
  useEffect(() => setLooked(null), [found.data]);
  const stale = found.isFetching || found.isPlaceholderData || asked !== JSON.stringify(body);
  const answer = found.error ? undefined : found.data;
  const goes = (answer?.operations.length ?? 0) > 0;
  const side = answer?.setups.some((one) => one.id === onSide) ? onSide : "1";
  const name = named.name || whole.name;
  const { print, code } = usePrint(() => named.slug && `${location.origin}/part?open=${named.slug}`);
  const openPart = async (slug: string) => {
    const kept = await partsApi.readPart(slug);
    put(typedOf(kept.asked));
    setNamed({ slug: kept.slug, name: kept.name, note: kept.note, ticks: kept.ticks, revision: kept.revision });
  };
  const openPlan = async (slug: string) => {
    const kept = await api.readPlan(slug);
    const asked = fromKept(kept.asked as Parameters<typeof fromKept>[0]);
    const { machine } = kept.asked as { screen?: { machine?: string }; machine?: string };
    put({ ...partOf(kept.answer as Parameters<typeof partOf>[0], asked, asked.machine || machine || whole.machine), name: kept.name });
    setNamed(UNNAMED);
  };
  useEffect(() => {
    // A link from paper opens its part once.
    if (!wanted) return;
    openPart(wanted)
      .catch((error: unknown) => setGone(inWords(error)))
      .finally(() => navigate("/part", { replace: true }));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wanted]);
  return (
    <main className="mx-auto grid max-w-[115rem] grid-cols-[minmax(0,1fr)] gap-3 px-3 pb-8 wide:px-5">
      <h1 className="sr-only">The Part: many holes planned together</h1>
      <Actions>
        <button type="button" className="tap chip" disabled={!back} onClick={() => travel("undo")}>
          Undo
        </button>
        <button type="button" className="tap chip" disabled={!ahead} onClick={() => travel("redo")}>
          Redo
        </button>
        <button
          type="button"
          className="tap chip"
          onClick={() => {
            put(blank(whole));
            setNamed(UNNAMED);
          }}
        >
          New
        </button>
        <label className="tap chip cursor-pointer">
          From a drawing or table
          <input
            type="file"
            className="sr-only"
            accept=".dxf,.csv,.xlsx"
            onChange={(event) => {
              setFile(event.target.files?.[0] ?? null);
              // The same file may be chosen again once it was changed.
              event.target.value = "";
            }}
          />
        </label>
        <KeptParts onOpen={openPart} />
        <KeptPlans onOpen={openPlan} />
        {may && <KeepPart typed={whole} named={named} onKept={setNamed} />}
        <button
          type="button"
          className="tap chip font-semibold"
          disabled={!goes || stale}
          onClick={() => answer && begin(name, answer, (words) => window.confirm(words), named.slug) && navigate("/at-machine")}
        >
          To the machine
        </button>
        <button type="button" className="tap chip font-semibold" disabled={!goes || stale} onClick={print}>
          Print the card
        </button>
      </Actions>
      <div className="no-print grid grid-cols-[minmax(0,1fr)] gap-3">
        <OneOrMany />
        <UnderWay />
        {file && (
          <BringIn
            key={`${file.name}${file.lastModified}${file.size}`}
            file={file}
            typed={whole}
            onLeave={() => setFile(null)}
            onTake={(taken) => {
              put(taken);
              setFile(null);
            }}
          />
        )}
        <Head typed={whole} onType={(now) => put(now, true)} />
        <Features typed={whole} onType={(now) => put(now, true)} />
        {gone && (
          <p role="alert" className="m-0 text-vermilion">
            The part this link names is not opened: {gone}
          </p>
        )}
        {found.error && (
          <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
            {inWords(found.error)}
          </p>
        )}
        {machines.data?.length === 0 && <p>No machine stands in the shop yet: describe one there first.</p>}
        <div role="status" className="min-h-5 text-sm text-faint">
          {(stale || found.isPending) && asked !== "null" && (
            <Planning going={found.isFetching} name={question} onStop={() => void client.cancelQueries({ queryKey })} onGo={() => void found.refetch()} />
          )}
        </div>
        {answer && (
          <div className={`grid grid-cols-[minmax(0,1fr)] gap-3 ${stale ? "stale" : ""}`}>
            <div className="flex flex-wrap gap-x-8 gap-y-2">
              <Choices
                label="About the part"
                choices={SHOWN.filter(([one]) => one !== "program" || programmed(answer.machine_kind))}
                chosen={shown}
                onChoose={setShown}
              />
              {answer.setups.length > 1 && (
                <Choices
                  label="Side looked at"
                  choices={answer.setups.map((one, k) => [one.id, k === 0 ? "First side" : "Turned over"] as const)}
                  chosen={side}
                  onChoose={setOnSide}
                />
              )}
            </div>
            <Outcome answer={answer} />
            {shown === "ways" ? (
              <Compare
                key="ways"
                label="Other ways"
                variants={Object.entries(words().wishes).map(([id, said]) => ({
                  id,
                  words: said,
                  body: requestOf({ ...whole, want: id }),
                  stands: id === whole.want,
                }))}
                onTake={(want) => put({ ...whole, want })}
              />
            ) : shown === "machines" ? (
              <Compare
                key="machines"
                label="Any machine"
                variants={(machines.data ?? []).map((one) => ({
                  id: one.id,
                  words: one.name,
                  body: requestOf(onMachine(whole, one.id)),
                  stands: one.id === whole.machine,
                }))}
                onTake={(id) => put(onMachine(whole, id))}
              />
            ) : shown === "rows" ? (
              <Rows answer={answer} typed={whole} onType={put} />
            ) : shown === "program" && programmed(answer.machine_kind) ? (
              <Program
                key={side}
                machine={answer.machine}
                kind={answer.machine_kind}
                said={controlOf(answer)}
                subject={[asked, side]}
                places={answer.rows.filter((row) => row.setup === side).reduce((sum, row) => sum + row.places_mm.length, 0)}
                file={`${fileName(name)}${answer.setups.length > 1 ? `-side-${side}` : ""}`}
                system={system}
                ask={(way, program, signal) =>
                  partFiles.program({ part: JSON.parse(asked) as object, setup: side, ...way, ...(program === null ? {} : { program }) }, signal)
                }
              />
            ) : (
              <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 wide:grid-cols-[minmax(0,36rem)_minmax(0,1fr)]">
                <div className="grid content-start gap-3">
                  <PlanView answer={answer} side={side} looked={looked} onMove={(letter, place, to) => put(withPlace(whole, answer, letter, place, to))} />
                  <p className="m-0 text-xs text-faint">Drag a hole, or nudge it with the arrow keys by half a millimetre, with shift by five.</p>
                  <Sums answer={answer} />
                  {named.slug && <Inspection slug={named.slug} />}
                </div>
                {shown === "setup" && (
                  <SetUp
                    answer={answer}
                    typed={whole}
                    side={side}
                    onType={(now) => put(now, true)}
                    ticks={named.ticks}
                    onTick={(id, on) => setNamed({ ...named, ticks: on ? [...named.ticks, id] : named.ticks.filter((one) => one !== id) })}
                  />
                )}
                {shown === "marking" && <Files answer={answer} asked={JSON.parse(asked) as object} side={side} file={fileName(name)} system={system} />}
                {(shown === "operations" || shown === "program") && <Operations answer={answer} looked={looked} onLook={setLooked} />}
              </div>
            )}
          </div>
        )}
      </div>
      {answer && !stale && <Card answer={answer} system={system} name={name} note={named.note} code={code} />}
    </main>
  );
}

/** A part's name as the name of a file. */
const fileName = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "") || "part";
