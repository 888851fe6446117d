/** How one hole went, written down in a few taps: what is not touched is as the step says. */
import { Dialog } from "radix-ui";
import { type ReactNode, useState } from "react";

import { useLessons, type Lessons } from "../../../job/lessons";
import { freeName, write } from "../../../job/outbox";
import type { System } from "../../../job/types";
import { shownIn } from "../../../job/units";
import { typedFigure } from "../../../ui/typed";
import { type Run, what } from "../run";
import { type Hole, holeName, type PlanStep } from "../stages";

type Way = Lessons["words"]["readings"][number];
type Noted = { outcome: string; kind: string; raw: Record<string, string>; size: Record<string, string>; gauge: string; seen: readonly string[]; note: string };

/** What is measured of a hole, by its name in the log. */
const SIZES = [
  ["diameter_mm", "diameter"],
  ["depth_mm", "depth"],
  ["off_place_mm", "off its place"],
  ["burr_mm", "burr"],
] as const;
const LAST_KIND = "last-reading";
/** So many of what may be seen, the first of the table; the rest when asked for. */
const FIRST = 12;
/** What is typed, in the core's own unit. */
const inCore = (text: string, unit: string, system: System): number | null => {
  const found = typedFigure(text);
  return found === null ? null : Number((found / shownIn(unit, system).factor).toPrecision(6));
};

/** The reading as it is sent; nothing where nothing was typed. */
function readingOf(noted: Noted, way: Way | undefined, system: System): { kind: string; raw: Record<string, number> }[] {
  const raw = Object.fromEntries(
    (way?.figures ?? []).flatMap((one) => [[one.name, inCore(noted.raw[one.name] ?? "", one.unit, system)] as const]).filter(([, value]) => value !== null),
  );
  return way && Object.keys(raw).length > 0 ? [{ kind: way.kind, raw: raw as Record<string, number> }] : [];
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="grid gap-2">
      <legend className="pb-1 text-[18px] font-semibold">{title}</legend>
      <div className="flex flex-wrap items-end gap-2">{children}</div>
    </fieldset>
  );
}

function Tap({ on, onTap, children }: { on: boolean; onTap: () => void; children: ReactNode }) {
  return (
    <button type="button" className="chip min-h-14 px-4 text-[18px]" aria-pressed={on} onClick={onTap}>
      {children}
    </button>
  );
}

function Figure({ label, unit, value, onValue }: { label: string; unit: string; value: string; onValue: (text: string) => void }) {
  const wrong = value.trim() !== "" && typedFigure(value) === null;
  return (
    <label className="grid text-sm text-faint">
      {label}
      <span className="flex items-baseline gap-1 border-b border-ink bg-paper px-2">
        <input
          className="figure w-28 bg-transparent py-2 text-[22px] text-ink outline-none"
          inputMode="decimal"
          aria-invalid={wrong}
          value={value}
          onChange={(event) => onValue(event.target.value)}
        />
        {unit}
      </span>
      {wrong && <span className="text-vermilion">a figure, as 12.5</span>}
    </label>
  );
}

/** What a step already knows of a reading: the pull that was said. */
function known(step: PlanStep, system: System): Record<string, string> {
  const pull = step.cut?.hand_force_n;
  return pull ? { hand_force_n: String(Number((pull * shownIn("N", system).factor).toPrecision(3))) } : {};
}

type Props = {
  run: Run;
  hole: Hole;
  /** An insert drill that stands still: the X it was drilled at is asked too. */ shifted: boolean;
  system: System;
  onClose: () => void;
  onWritten: () => void;
};

export function HowItWent({ run, hole, shifted, system, onClose, onWritten }: Props) {
  const { step } = hole;
  const lessons = useLessons();
  const words = lessons.data?.words;
  const byHand = step.cut?.hand_force_n !== null;
  // Where a hand feeds, what a hand has comes first.
  const read = words?.readings ?? [];
  const ways = [...(byHand ? read.filter((one) => one.by_hand) : []), ...read.filter((one) => !one.by_hand)];
  const [noted, setNoted] = useState<Noted>(() => ({
    outcome: "done",
    kind: localStorage.getItem(LAST_KIND) ?? "",
    raw: known(step, system),
    size: {},
    gauge: "",
    seen: [],
    note: "",
  }));
  const [more, setMore] = useState(false);
  const put = (part: Partial<Noted>) => setNoted({ ...noted, ...part });
  const way = ways.find((one) => one.kind === noted.kind) ?? ways[0];
  const touched = (way?.figures ?? []).some((one) => one.needed && typedFigure(noted.raw[one.name] ?? "") !== null && !(one.name in known(step, system)));
  const missing = touched ? (way?.figures ?? []).filter((one) => one.needed && typedFigure(noted.raw[one.name] ?? "") === null) : [];
  const seen = Object.entries(words?.symptoms ?? {});
  const save = () => {
    if (way) localStorage.setItem(LAST_KIND, way.kind);
    const size = Object.fromEntries(
      Object.entries(noted.size).flatMap(([name, text]) => (typedFigure(text) === null ? [] : [[name, inCore(text, "mm", system)]])),
    );
    write({
      id: freeName(),
      rev: 1,
      body: {
        ...what(run, hole, run.at),
        at: new Date().toISOString(),
        outcome: noted.outcome,
        seen: noted.seen,
        readings: touched ? readingOf(noted, way, system) : [],
        size: noted.gauge ? { ...size, gauge: noted.gauge } : size,
        note: noted.note,
      },
    });
    onWritten();
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-2 top-[3vh] z-50 mx-auto grid max-h-[94vh] max-w-4xl gap-4 overflow-y-auto border border-ink bg-film p-4"
        >
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="m-0 text-[26px] font-bold">How hole {holeName(hole)} went</Dialog.Title>
            <Dialog.Close className="chip min-h-14 px-4">Close</Dialog.Close>
          </div>
          {!words && (
            <p>{lessons.error ? "The shop cannot be reached for its words; how it went, size and note are written down all the same." : "Opening…"}</p>
          )}
          <Group title="How did it go?">
            {Object.entries(words?.outcomes ?? { done: "done as meant", stopped: "stopped", scrapped: "scrapped" }).map(([id, said]) => (
              <Tap key={id} on={noted.outcome === id} onTap={() => put({ outcome: id })}>
                {said}
              </Tap>
            ))}
          </Group>
          {way && (
            <Group title="What the machine showed">
              <label className="grid text-sm text-faint">
                read on
                <select
                  className="min-h-12 border border-rule bg-paper px-2 text-[18px] text-ink"
                  value={way.kind}
                  onChange={(event) => put({ kind: event.target.value, raw: known(step, system) })}
                >
                  {ways.map((one) => (
                    <option key={one.kind} value={one.kind}>
                      {one.words}
                    </option>
                  ))}
                </select>
              </label>
              {way.figures.map((one) => (
                <Figure
                  key={one.name}
                  label={one.words}
                  unit={shownIn(one.unit, system).unit}
                  value={noted.raw[one.name] ?? ""}
                  onValue={(text) => put({ raw: { ...noted.raw, [one.name]: text } })}
                />
              ))}
            </Group>
          )}
          <Group title="The hole measured">
            {SIZES.map(([name, label]) => (
              <Figure
                key={name}
                label={label}
                unit={shownIn("mm", system).unit}
                value={noted.size[name] ?? ""}
                onValue={(text) => put({ size: { ...noted.size, [name]: text } })}
              />
            ))}
            {shifted && (
              <Figure
                label="X it was drilled at"
                unit={shownIn("mm", system).unit}
                value={noted.size["insert_x_mm"] ?? ""}
                onValue={(text) => put({ size: { ...noted.size, insert_x_mm: text } })}
              />
            )}
            {["go", "no-go"].map((one) => (
              <Tap key={one} on={noted.gauge === one} onTap={() => put({ gauge: noted.gauge === one ? "" : one })}>
                {one === "go" ? "gauge goes" : "gauge does not go"}
              </Tap>
            ))}
          </Group>
          {seen.length > 0 && (
            <Group title="Seen, heard or felt">
              {(more ? seen : seen.slice(0, FIRST)).map(([id, said]) => (
                <Tap
                  key={id}
                  on={noted.seen.includes(id)}
                  onTap={() => put({ seen: noted.seen.includes(id) ? noted.seen.filter((one) => one !== id) : [...noted.seen, id] })}
                >
                  {said}
                </Tap>
              ))}
              {!more && (
                <Tap on={false} onTap={() => setMore(true)}>
                  more…
                </Tap>
              )}
            </Group>
          )}
          <label className="grid gap-1 text-[18px] font-semibold">
            A line
            <input
              className="border-b border-ink bg-paper px-2 py-2 font-normal"
              maxLength={400}
              value={noted.note}
              onChange={(event) => put({ note: event.target.value })}
            />
          </label>
          <div className="sticky -bottom-4 -mx-4 -mb-4 border-t border-ink bg-film p-4">
            {missing.length > 0 && <p className="m-0 pb-2 text-vermilion">For a reading also: {missing.map((one) => one.words).join(", ")}.</p>}
            <button
              type="button"
              disabled={missing.length > 0}
              className="min-h-20 w-full bg-green px-4 text-left text-[24px] font-bold text-film disabled:opacity-50"
              onClick={save}
            >
              Write it down
              <span className="block text-[16px] font-normal">and on to what comes next</span>
            </button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
