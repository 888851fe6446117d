/** The part: many holes planned together, so that tools, belts and stops are changed as seldom as can be. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { useLocation } from "wouter";

import { api, inWords } from "../../api/client";
import { partsApi } from "../../api/parts";
import { useMachines, useMaterials, useMay } from "../../job/queries";
import { Told } from "../../job/Told";
import { time } from "../../job/units";
import { Actions } from "../../ui/Actions";
import { begin } from "../machine/run";
import { UnderWay } from "../machine/UnderWay";
import { begun, blank, keep, requestOf, type Answer, type Typed, typedOf } from "./model";
import { Features, Head } from "./parts/Head";
import { Inspection } from "./parts/Inspection";
import { KeepPart, KeptParts, type Named, UNNAMED } from "./parts/Kept";
import { Operations } from "./parts/Operations";
import { PlanView } from "./parts/PlanView";

/** How long somebody may pause before the part is planned anew. */
const PAUSE_MS = 500;

function useSettled<Value>(value: Value): Value {
  const [settled, settle] = useState(value);
  useEffect(() => {
    const later = setTimeout(() => settle(value), PAUSE_MS);
    return () => clearTimeout(later);
  }, [value]);
  return settled;
}

/** What is wrong with places, and what is not made. */
function Outcome({ answer }: { answer: Answer }) {
  // What keeps a letter from being made is said with it, once.
  const reasons = answer.unresolved.map((one) => one.reason);
  return (
    <div className="grid gap-1 text-sm">
      {answer.findings
        .filter((one) => !reasons.includes(one.words))
        .map((one) => (
          <p key={`${one.letter}${one.place}${one.check}`} className={`m-0 ${one.severity === "stops" ? "text-vermilion" : "text-bronze"}`}>
            <b>{one.severity === "stops" ? "Stops: " : "Look: "}</b>
            <Told>{one.words}</Told>.
          </p>
        ))}
      {(answer.says ?? []).map((words) => (
        <p key={words} className="m-0 text-bronze">
          <Told>{words}</Told>
        </p>
      ))}
      {answer.unresolved.map((one) => (
        <p key={one.letter} className="m-0 text-vermilion">
          <b>{one.letter} is not made:</b> <Told>{one.reason}</Told>
          {one.nearest && `. To get: ${one.nearest}`}.
        </p>
      ))}
    </div>
  );
}

function Sums({ answer }: { answer: Answer }) {
  const { times, changes, saved, search } = answer;
  const rows: [string, string][] = [
    ["In all", time(times.total)],
    ["Cutting", time(times.cut)],
    ["By hand", time(times.hand)],
    ["Changing", time(times.change)],
    ["Tools put in", String(changes.tools)],
    ["Magnet or part moved", String(changes.moves)],
  ];
  return (
    <section aria-label="What it takes" className="grid gap-1">
      <dl className="grid grid-cols-3 gap-x-4 border-t border-ink pt-1">
        {rows.map(([name, value]) => (
          <div key={name}>
            <dt className="text-xs text-faint">{name}</dt>
            <dd className="figure m-0">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="m-0 text-sm">
        Against each letter by itself: {saved.words}.{" "}
        {search.exact ? "The order is the best there is of these rows." : "The order is the best found within bounds."}
      </p>
    </section>
  );
}

export function PartScreen() {
  const [typed, setTyped] = useState<Typed>(begun);
  const [named, setNamed] = useState<Named>(UNNAMED);
  const [, navigate] = useLocation();
  const may = useMay("machinist");
  const [looked, setLooked] = useState<Answer["operations"][number] | null>(null);
  const machines = useMachines();
  const materials = useMaterials();
  useEffect(() => {
    document.title = `The Part: ${typed.name}`;
    keep(typed);
  }, [typed]);
  // The first of the shop's machines and metals stand until others are chosen.
  const whole: Typed = { ...typed, machine: typed.machine || (machines.data?.[0]?.id ?? ""), material: typed.material || (materials.data?.[0]?.id ?? "") };
  const asked = useSettled(JSON.stringify(requestOf(whole)));
  const found = useQuery({
    queryKey: ["part", asked],
    queryFn: ({ signal }) => api.part(JSON.parse(asked) as object, signal),
    enabled: asked !== "null",
    retry: false,
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
  useEffect(() => setLooked(null), [found.data]);
  const stale = found.isFetching || asked !== JSON.stringify(requestOf(whole));
  const answer = found.error ? undefined : found.data;
  const goes = (answer?.operations.length ?? 0) > 0;
  const openPart = async (slug: string) => {
    const kept = await partsApi.readPart(slug);
    setTyped(typedOf(kept.asked));
    setNamed({ slug: kept.slug, name: kept.name, note: kept.note, ticks: kept.ticks, revision: kept.revision });
  };
  return (
    <main className="mx-auto grid max-w-[115rem] gap-3 px-3 pb-8 wide:px-5">
      <h1 className="sr-only">The Part: many holes planned together</h1>
      <Actions>
        <button
          type="button"
          className="tap chip"
          onClick={() => {
            setTyped(blank(whole));
            setNamed(UNNAMED);
          }}
        >
          New
        </button>
        <KeptParts onOpen={openPart} />
        {may && <KeepPart typed={whole} named={named} onKept={setNamed} />}
        <button
          type="button"
          className="tap chip font-semibold"
          disabled={!goes || stale}
          onClick={() => answer && begin(named.name || whole.name, answer, (words) => window.confirm(words), named.slug) && navigate("/at-machine")}
        >
          To the machine
        </button>
      </Actions>
      <UnderWay />
      <Head typed={whole} onType={setTyped} />
      <Features typed={whole} onType={setTyped} />
      {found.error && (
        <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
          {inWords(found.error)}
        </p>
      )}
      {machines.data?.length === 0 && <p>No machine stands in the shop yet: describe one there first.</p>}
      <div role="status" className="min-h-5 text-sm text-faint">
        {stale && asked !== "null" ? "Planning…" : ""}
      </div>
      {found.data && !found.error && (
        <div className={`grid gap-x-8 gap-y-4 wide:grid-cols-[minmax(0,36rem)_minmax(0,1fr)] ${stale ? "stale" : ""}`}>
          <div className="grid content-start gap-3">
            <PlanView answer={found.data} wide={Number(whole.wide)} high={Number(whole.high)} looked={looked} />
            <Outcome answer={found.data} />
            <Sums answer={found.data} />
            {named.slug && <Inspection slug={named.slug} />}
          </div>
          <Operations answer={found.data} looked={looked} onLook={setLooked} />
        </div>
      )}
    </main>
  );
}
