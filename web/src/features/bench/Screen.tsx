/** The Bench: the job sentence, and the drawing that answers it. */
import { useDeferredValue, useEffect, useLayoutEffect, useMemo, useState } from "react";
import { flushSync } from "react-dom";
import { useHotkeys } from "react-hotkeys-hook";

import { BoreLog } from "../../drawing/BoreLog";
import { Cautions } from "../../job/Cautions";
import { forgetEarlyKeys, playEarlyKeys } from "../../job/earlyKeys";
import { useNewHole } from "../../job/fresh";
import { useFirstJob } from "../../job/kept";
import { PHRASE_KEYS } from "../../job/keys";
import { Ladder } from "../../job/Ladder";
import { plainSentence } from "../../job/phrases";
import { useJob } from "../../job/provider";
import { useCheck, useGuesses, useMaterials, useMay, usePictures, useWaysOut } from "../../job/queries";
import { Sentence } from "../../job/Sentence";
import type { Case, Phrase } from "../../job/types";
import { isHandFed } from "../../job/types";
import { INCH, METRIC, plain, speed, typeable } from "../../job/units";
import { VERDICTS, Verdict } from "../../job/Verdict";
import { WaysOut } from "../../job/WaysOut";
import { shortSentence } from "../../job/shortSentence";
import { NotSignedOff } from "../../job/signedOff";
import { isBrokenAddress, putInAddress } from "../../job/url";
import { Actions } from "../../ui/Actions";
import { later } from "../../ui/later";
import { usePrint } from "../../ui/usePrint";
import { useStable } from "../../ui/useStable";
import { nudgeFeed, nudgeSpeed } from "./nudge";
import { AllLimits } from "./parts/AllLimits";
import { Assumed } from "./parts/Assumed";
import { Figures, Said } from "./parts/Figures";
import { Find } from "./parts/Find";
import { KeepCheck } from "./parts/KeepCheck";
import { KeptChecks } from "./parts/KeptChecks";
import { Share } from "./parts/Share";
import { Wrong } from "../../job/Wrong";
import { useFindable } from "./useFindable";
import { today } from "../../ui/dates";

// The window's answer comes after the verdict's: what draws it is fetched meanwhile.
const windowPart = import("../../drawing/OperatingWindow").then((part) => part.OperatingWindow);
const OperatingWindow = later(() => windowPart);
const FarVerdict = later(() => import("./parts/FarVerdict").then((part) => part.FarVerdict));
const Outdated = later(() => import("./parts/Outdated").then((part) => part.Outdated));
const Empty = later(() => import("./parts/Empty").then((part) => part.Empty), "Opening the yard…");

const pickerIsOpen = (): boolean => document.querySelector('[role="dialog"]') !== null;
// What a key opens is there, and has the focus, before the next key comes: a fast typist's letters go into it.
const atOnce = (open: () => void): void => flushSync(open);
const PHRASES = Object.fromEntries(Object.entries(PHRASE_KEYS).map(([phrase, key]) => [key, phrase as Phrase]));

export function Bench({ keysOn }: { keysOn: boolean }) {
  const { state, dispatch, change, system, setSystem, lost, settling } = useJob();
  const { empty, failed } = useFirstJob();
  const [broken] = useState(isBrokenAddress);
  const [open, setOpen] = useState<Phrase | null>(null);
  const [limit, setLimit] = useState<string | null>(null);
  const [keeping, setKeeping] = useState(false);
  const [finding, setFinding] = useState(false);
  // What was seen of a cut, found by its words.
  const [seen, setSeen] = useState<string | null>(null);
  const [far, setFar] = useState(false);
  // A picker hangs on its phrase: from further down the page the sentence comes back into view first.
  const openAt = useStable((phrase: Phrase | null) => {
    window.scrollTo({ top: 0 });
    setOpen(phrase);
  });
  const forget = useStable(() => setSeen(null));
  const mayKeep = useMay("machinist");
  const findable = useFindable(openAt, setSeen);
  const job = state.jobs.now?.case ?? null;
  const check = useCheck(job);
  const answer = check.data;
  const current = check.stale ? null : answer;
  // The verdict waits for nothing: what explains it is drawn in the next breath, and the pictures are asked for then.
  const explained = useDeferredValue(answer);
  const sentenced = useDeferredValue(current);
  const answered = useDeferredValue(current ? job : null);
  const pictures = usePictures(answered);
  const ways = useWaysOut(answered);
  const guesses = useGuesses(answered);
  const behind = check.stale || explained !== answer;
  const unseen = behind || answered !== job || pictures.stale;
  const materials = useMaterials();
  // Once there is a job its keys do something.
  const ready = state.jobs.now !== null;
  useEffect(() => {
    if (ready) void playEarlyKeys();
    else if (empty) forgetEarlyKeys();
  }, [ready, empty]);
  // The address is known to be behind before what it is of can be seen.
  useLayoutEffect(() => {
    if (state.jobs.now) void putInAddress(state.jobs.now);
  }, [state.jobs.now]);
  useEffect(() => {
    if (state.jobs.now && explained)
      document.title = typeable(`${VERDICTS[explained.verdict]}: ${plainSentence(state.jobs.now, explained, materials.data ?? [], system)}`);
  }, [state.jobs.now, explained, materials.data, system]);

  const nudge = (edit: (job: Case) => Case, kind: "speed" | "feed") => {
    if (job && edit(job) !== job) void change({ phrase: kind, edit, nudge: kind });
  };
  // Asked of the page itself when the key comes: a picker that has just closed must not swallow the next key.
  // The map is a slider to the keyboard, not a field: letters typed on it are keys.
  const free = useMemo(() => ({ enabled: keysOn, preventDefault: true, ignoreEventWhen: pickerIsOpen, enableOnFormTags: ["slider"] as const }), [keysOn]);
  const everywhere = { preventDefault: true, enableOnFormTags: ["slider"] as const };
  useHotkeys(Object.keys(PHRASES), (event) => atOnce(() => openAt(PHRASES[event.key.toLowerCase()] ?? null)), free);
  const { print, code } = usePrint(() => location.href);
  const newHole = useNewHole();
  // A clean job opens at the first thing to say of it.
  const begin = () => void newHole().then(() => openAt("diameter"));
  useHotkeys("n", begin, free);
  useHotkeys("v", () => atOnce(() => setFar(true)), free);
  useHotkeys("w", () => setLimit(limit ? null : (answer?.tightest ?? null)), free);
  useHotkeys("k", () => atOnce(() => setKeeping(true)), free);
  useHotkeys("/", () => atOnce(() => setFinding(true)), { ...free, useKey: true });
  useHotkeys("g>b", () => document.querySelector<HTMLElement>("main .phrase")?.focus(), free);
  useHotkeys("u", () => setSystem(system.length === "metric" ? INCH : METRIC), free);
  useHotkeys("ctrl+z, meta+z", () => dispatch({ do: "undo" }), everywhere);
  useHotkeys("ctrl+y, ctrl+shift+z, meta+shift+z", () => dispatch({ do: "redo" }), everywhere);

  const onPick = useStable(
    (rpm: number, feed: number, pushed: number | null) =>
      void change({
        phrase: "feed",
        edit: (was) => {
          const { hand_force_n: force, feed_rate_mm_min: _rate, seconds_per_turn: _turn, ...rest } = was.setting;
          // Where the hand pushes, a feed on the map is asked for as the push that makes it.
          if (isHandFed(was) && force != null) return { ...was, setting: { ...was.setting, speed_rpm: rpm, hand_force_n: pushed ?? force } };
          return { ...was, setting: { ...rest, speed_rpm: rpm, feed_mm_rev: feed } };
        },
      }),
  );
  const onNudge = useStable((kind: "speed" | "feed", by: 1 | -1) => nudge((was) => (kind === "speed" ? nudgeSpeed(was, by) : nudgeFeed(was, by)), kind));

  if (empty) return <Empty onBegin={openAt} />;
  if (!state.jobs.now || !job) return <p className="p-6">{failed ? "The server does not answer yet; trying again." : "Opening the yard…"}</p>;

  return (
    <main className="relative mx-auto grid max-w-[115rem] grid-cols-[minmax(0,1fr)] gap-2 px-3 pb-8 wide:px-5">
      <h1 className="sr-only">The Bench: will this machine drill this hole?</h1>
      {(lost || check.lost) && (
        <p role="alert" className="border-l-4 border-bronze bg-paper px-3 py-1 text-sm">
          The server does not answer. What you typed is kept here; it will be worked out when the server is back.
        </p>
      )}
      {broken && (
        <p className="border-l-4 border-bronze bg-paper px-3 py-1 text-sm">The link that was opened is damaged, so this is the yard’s own first job.</p>
      )}
      {code && <img className="print-code" alt="Opens this check on a phone" src={code} />}
      <p className="print-only text-sm">
        {state.jobs.now.name || "A check"}, by Fierce Bore, printed {today()}. Estimates: the machine’s instructions and the responsible person come first.
      </p>
      <div className="pt-2 wide:pr-[20rem]">
        <Sentence answer={sentenced} problems={check.problems} open={open} onOpen={setOpen} />
      </div>
      <div className="sticky top-0 z-20 border-b border-rule bg-film py-1 wide:absolute wide:right-5 wide:z-10 wide:w-[19rem] wide:border-0 wide:pt-2 print:static">
        <a
          href="#top"
          className="block truncate text-sm text-ink no-underline wide:hidden print:hidden"
          onClick={(event) => {
            event.preventDefault();
            window.scrollTo({ top: 0 });
          }}
        >
          {shortSentence(state.jobs.now, current, system)}
        </a>
        <Verdict
          answer={answer}
          stale={check.stale}
          drafted={Object.keys(state.drafts).length > 0}
          settling={settling}
          of={check.of ? `${plain(check.of.hole.diameter_mm, system)} at ${speed(check.of.setting.speed_rpm)}` : ""}
          job={check.of}
        />
      </div>
      <Outdated />
      <div className="border-t border-rule pt-1.5">{explained && <Cautions cautions={explained.cautions} />}</div>
      {state.jobs.now.refs.machine && <NotSignedOff name={job.machine.name ?? ""} />}
      <Actions>
        {state.jobs.now.name && (
          <span className="hidden max-w-20 truncate pr-1 text-faint wide:inline" title={state.jobs.now.name}>
            {state.jobs.now.name}
          </span>
        )}
        <button type="button" className="tap chip font-semibold" onClick={begin}>
          New hole
        </button>
        <button type="button" className="tap chip" disabled={state.jobs.past.length === 0} onClick={() => dispatch({ do: "undo" })}>
          Undo
        </button>
        <button type="button" className="tap chip" disabled={state.jobs.future.length === 0} onClick={() => dispatch({ do: "redo" })}>
          Redo
        </button>
        <KeptChecks answer={current} />
        {mayKeep && <KeepCheck open={keeping} onOpenChange={setKeeping} />}
        <Share />
        <button type="button" className="tap chip wide:hidden" onClick={() => setFar(true)}>
          Big verdict
        </button>
        <button type="button" className="tap chip hidden wide:block" onClick={print}>
          Print
        </button>
        <button type="button" className="tap chip" onClick={() => setFinding(true)}>
          Find{" "}
          <span aria-hidden className="figure text-bronze">
            /
          </span>
        </button>
      </Actions>
      {far && <FarVerdict answer={current} sentence={shortSentence(state.jobs.now, current, system)} open onOpenChange={setFar} />}
      {finding && <Find all={findable()} onClose={() => setFinding(false)} />}
      <div className="bench grid gap-x-8 gap-y-5 wide:grid-cols-[minmax(0,32rem)_minmax(0,1fr)] wide:grid-rows-[auto_1fr]">
        <div className="order-3 grid content-start gap-3 wide:order-1 wide:row-span-2">
          {pictures.data && (
            <div className={unseen ? "stale" : ""}>
              <BoreLog log={pictures.data.log} system={system} />
            </div>
          )}
          {explained && <Figures answer={explained} />}
          {explained && <Assumed answer={explained} guesses={guesses.data} onOpen={openAt} />}
          <Wrong job={job} asked={seen} onClosed={forget} />
          {explained && <Said answer={explained} />}
        </div>
        <div className={`order-2 ${unseen ? "stale" : ""}`}>
          {pictures.data && <OperatingWindow window={pictures.data.window} system={system} onPick={onPick} onNudge={onNudge} />}
        </div>
        <div className={`order-1 grid content-start gap-3 wide:order-3 ${behind ? "stale" : ""}`}>
          {explained && <Ladder answer={explained} opened={limit} onOpen={setLimit} />}
          {ways.data && <WaysOut found={ways.data} stale={ways.stale || behind || answered !== job} keys={free} />}
          {explained && <AllLimits answer={explained} />}
        </div>
      </div>
    </main>
  );
}
