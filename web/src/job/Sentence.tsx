/** The job sentence: the input. Each phrase opens a picker made for that thing. */
import { memo, type ReactNode, useEffect, useMemo, useRef } from "react";

import { PhrasePicker } from "../ui/PhrasePicker";
import { phraseOfField } from "./fields";
import { familyOf, machineOf } from "./words";
import { PHRASE_KEYS } from "./keys";
import {
  basePhrase,
  cutterPhrase,
  depthPhrase,
  diameterPhrase,
  feedPhrase,
  type Line,
  machinePhrase,
  materialPhrase,
  setUp,
  speedPhrase,
  startPhrase,
} from "./phrases";
import { CutterPicker } from "./pickers/CutterPicker";
import { FeedPicker } from "./pickers/FeedPicker";
import { DepthPicker, DiameterPicker, StartPicker } from "./pickers/HolePickers";
import { MachinePicker } from "./pickers/MachinePicker";
import { MaterialPicker } from "./pickers/MaterialPicker";
import { SetUpPicker } from "./pickers/SetUpPicker";
import { SpeedPicker } from "./pickers/SpeedPicker";
import { useJob } from "./provider";
import { useMachines, useMaterials } from "./queries";
import { type Answer, type Machine, type Phrase, phraseOfSlot, type Slot } from "./types";
import { day } from "../ui/dates";

const LABELS: Record<Phrase, string> = {
  diameter: "diameter",
  depth: "depth",
  material: "material",
  start: "start",
  cutter: "drill",
  machine: "machine",
  speed: "speed",
  feed: "feed",
  entry: "entry",
  behind: "behind the hole",
  holding: "holding",
  coolant: "coolant",
  wear: "edge",
  pecks: "pecks",
  base: "the magnet's base",
  held: "what holds the drill",
  asked: "tolerance and edges",
};
type Opens = Record<Phrase, (wanted: boolean) => void>;
const openers = (open: Props["onOpen"]): Opens =>
  Object.fromEntries(Object.keys(LABELS).map((name) => [name, (wanted: boolean) => open(wanted ? (name as Phrase) : null)])) as Opens;

type Props = {
  answer: Answer | null;
  problems: readonly { field: string; message: string }[];
  open: Phrase | null;
  onOpen: (phrase: Phrase | null) => void;
};

export const Sentence = memo(function Sentence({ answer, problems, open, onOpen }: Props) {
  const { state, system } = useJob();
  const materials = useMaterials();
  // The same functions each time: a phrase that reads as before is not drawn again.
  const opens = useMemo(() => openers(onOpen), [onOpen]);
  const latest = useRef(open);
  useEffect(() => {
    latest.current = open;
  }, [open]);
  const job = state.jobs.now;
  if (!job) return null;
  // A slow answer may close the picker it was asked in, not another that has opened since.
  const done = (name: Phrase) => () => latest.current === name && onOpen(null);
  const refused = new Map(problems.map((problem) => [phraseOfField(problem.field), problem.message]));
  const phrase = (name: Phrase, line: Line, picker: ReactNode, wide = false) => {
    const wrong = Object.entries(state.wrong).find(([slot]) => phraseOfSlot(slot as Slot) === name)?.[1] ?? refused.get(name);
    const draft = state.drafts[name];
    return (
      <span key={name}>
        <PhrasePicker
          label={LABELS[name]}
          text={draft ?? line.text}
          mark={PHRASE_KEYS[name]}
          state={wrong ? "wrong" : line.assumed ? "assumed" : "plain"}
          open={open === name}
          onOpenChange={opens[name]}
          wide={wide}
        >
          {picker}
        </PhrasePicker>
        {line.echo && <span className="text-[0.85em] text-faint"> ({line.echo})</span>}
      </span>
    );
  };
  const feed = feedPhrase(job, answer, system);
  const start = startPhrase(job, system, answer);
  const place = machineOf(job.case.machine.kind);
  const base = basePhrase(job.case, system);
  const said = [
    // An open picker says for itself what does not read.
    ...Object.entries(state.wrong)
      .map(([slot, words]) => ({ name: phraseOfSlot(slot as Slot), words, bad: true }))
      .filter(({ name }) => name !== open),
    ...[...refused].map(([name, words]) => ({ name, words, bad: true })),
    ...Object.entries(state.moved).map(([name, words]) => ({ name, words, bad: false })),
  ];
  return (
    // Until the metals have come the metal stands by its id.
    <section aria-label="The job" aria-busy={materials.isPending} className="grid gap-1">
      <p className="text-[1.15rem] leading-[1.75] wide:text-[1.32rem] wide:leading-[1.6]">
        {familyOf(job.case.cutter.family).verb} {phrase("diameter", diameterPhrase(job, system), <DiameterPicker answer={answer} onDone={done("diameter")} />)},{" "}
        {phrase("depth", depthPhrase(job, system), <DepthPicker answer={answer} onDone={done("depth")} />)}, in{" "}
        {phrase("material", materialPhrase(job, materials.data ?? []), <MaterialPicker onDone={done("material")} />, true)}, {start.lead}{" "}
        {phrase("start", start, <StartPicker answer={answer} onDone={done("start")} />)}, with the{" "}
        {phrase("cutter", cutterPhrase(job, system), <CutterPicker answer={answer} onDone={done("cutter")} />, true)}, {place.before}{" "}
        {phrase("machine", machinePhrase(job), <MachinePicker answer={answer} onDone={done("machine")} />, true)}
        {place.after && `, ${place.after}`}
        {base && <>, {phrase("base", base, <SetUpPicker phrase="base" answer={answer} />, true)},</>} at{" "}
        {phrase("speed", speedPhrase(job), <SpeedPicker answer={answer} onDone={done("speed")} />)}, {feed.lead}{" "}
        {phrase("feed", feed, <FeedPicker answer={answer} onDone={done("feed")} />)}.
      </p>
      <p className="text-sm leading-7">
        <span className="text-faint">Set up: </span>
        {setUp(job.case, system, answer).map(({ phrase: name, line }, place) => (
          <span key={name}>
            {place > 0 && "; "}
            {phrase(name, line, <SetUpPicker phrase={name} answer={answer} />)}
            {line.assumed && <span className="sr-only"> (assumed)</span>}
          </span>
        ))}
        .
      </p>
      <Newer />
      {said.length > 0 && (
        <ul aria-live="polite" className="flex flex-wrap gap-x-5 text-sm">
          {said.map(({ name, words, bad }) => (
            <li key={`${name} ${words}`} className={bad ? "text-vermilion" : "text-bronze"}>
              <span className="font-semibold">{LABELS[name as Phrase] ?? name}</span>: {words}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
});

/** The machine's record has been changed since the job was made of it: the link stands as it was, today's is one tap away. */
function Newer() {
  const { state, change } = useJob();
  const machines = useMachines();
  const ref = state.jobs.now?.refs.machine;
  const record = machines.data?.find((one) => one.id === ref?.id);
  if (!ref || !record || ref.revision === 0 || record.revision <= ref.revision) return null;
  const take = () =>
    void change({
      phrase: "machine",
      settles: "machine",
      refs: { machine: { id: record.id, revision: record.revision } },
      edit: (was) => ({ ...was, machine: record.spec as Machine }),
    });
  return (
    <p className="text-sm text-bronze">
      {record.name} as it was; its record was changed on {day(record.changed_at)}.{" "}
      <button type="button" className="tap underline decoration-dotted" onClick={take}>
        Use today’s
      </button>
    </p>
  );
}
