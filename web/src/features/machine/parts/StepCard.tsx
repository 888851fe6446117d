/** One step at the machine: what to fit, what to set, how hard, how far, when to clear; in figures that are read from two metres. */
import type { ReactNode } from "react";

import type { System } from "../../../job/types";
import { inUnits, nominal, plain, show, speed } from "../../../job/units";
import { choiceWords, standsOnInserts } from "../../../job/words";
import { type Hole, holeName, type PlanStep, type Step } from "../stages";
import { Offset } from "./Offset";
import { Pull } from "./Pull";

const WHERE = /,? ?[\d.]+\s*rpm.*$/;

function Setting({ cut, system }: { cut: NonNullable<PlanStep["cut"]>; system: System }) {
  const [figure] = speed(cut.speed_rpm).split("\u2009");
  const where = cut.speed_words.replace(WHERE, "");
  return (
    <div className="flex flex-wrap items-end justify-between gap-x-4 border-y border-ink py-2">
      <span className="whitespace-nowrap">
        <b className="figure text-[clamp(64px,22vmin,150px)] leading-[0.9]">{figure}</b> <span className="text-[24px] text-faint">rpm</span>
      </span>
      {where && where !== cut.speed_words && <b className="text-[clamp(26px,8vmin,56px)] leading-tight text-bronze">{where}</b>}
      {cut.hand_force_n === null && cut.feed_mm_rev !== null && (
        <span className="w-full text-[24px]">
          feed <b className="figure text-[42px]">{nominal(cut.feed_mm_rev, "mm/rev", system)}</b>
        </span>
      )}
      {cut.feed_note && cut.phases.length === 0 && <span className="w-full text-[18px]">{inUnits(cut.feed_note, system)}</span>}
    </div>
  );
}

function Depths({ cut, system }: { cut: NonNullable<PlanStep["cut"]>; system: System }) {
  return (
    <div className="flex flex-wrap items-center gap-3">
      {cut.pecks_mm.length > 0 && (
        <p className="m-0 flex flex-wrap items-center gap-2">
          clear at
          {cut.pecks_mm.map((depth) => (
            <b key={depth} className="figure border border-ink px-2 py-1 text-[26px]">
              {plain(Number(depth.toFixed(1)), system).replace(/\s\w+$/, "")}
            </b>
          ))}
        </p>
      )}
      <p className="m-0 ml-auto">
        stop <b className="figure text-[42px] leading-none text-vermilion">{show(cut.stop_mm, "mm", system)}</b>
        {cut.from_bush_mm != null && <span className="block">{show(cut.from_bush_mm, "mm", system)} from the top of the bush</span>}
      </p>
    </div>
  );
}

/** Where the hole stands from the zero, and what is changed before it. */
function Where({ step, hole, stopChanges, system }: { step: Step; hole: Hole; stopChanges: boolean; system: System }) {
  const [x, y] = hole.at_mm ?? [];
  return (
    <p className="m-0 flex flex-wrap items-baseline gap-x-4 text-[20px]">
      {hole.letter && <b className="figure text-[30px]">{holeName(hole)}</b>}
      {x !== undefined && y !== undefined && (
        <span>
          X <b className="figure">{show(x, "mm", system)}</b> Y <b className="figure">{show(y, "mm", system)}</b>
        </span>
      )}
      {step.change && hole === step.holes[0] && <span className="text-bronze">{step.change}</span>}
      {stopChanges && <b className="text-bronze">set the stop anew</b>}
    </p>
  );
}

type Props = { step: Step; hole: Hole | null; before: Hole | null; lathe: boolean; system: System; /** The clock of this hole. */ children: ReactNode };

export function StepCard({ step, hole, before, lathe, system, children }: Props) {
  const made = hole?.step ?? step.first;
  const { cut } = made;
  return (
    <article className="grid grid-cols-[minmax(0,1fr)] content-start gap-x-12 gap-y-3 text-[18px] wide:grid-cols-2">
      <div className="grid content-start gap-3">
        <div>
          <h1 className="m-0 text-[30px] leading-tight font-bold first-letter:uppercase">{inUnits(step.words, system)}</h1>
          {made.tool && <p className="m-0 text-[20px]">{inUnits(made.tool, system)}</p>}
          {step.setup && <p className="m-0 text-[20px] font-semibold">Set-up {step.setup}</p>}
          {(made.cannot || made.why) && <p className="m-0 text-faint">{inUnits(made.cannot || made.why, system)}</p>}
        </div>
        {hole && hole.letter && (
          <Where step={step} hole={hole} stopChanges={before !== null && before.step.cut?.stop_mm !== hole.step.cut?.stop_mm} system={system} />
        )}
        {cut && <Setting cut={cut} system={system} />}
        {cut && <div className="hidden wide:block">{children}</div>}
      </div>
      {cut && hole && (
        <div className="grid content-start gap-3">
          {hole.through && cut.depth_mm >= hole.depth_mm && (
            <p className="m-0 border-l-8 border-vermilion pl-3 font-semibold">
              It grabs as it comes through: {cut.hand_verb ? "ease off, hands" : "hands"} off the work.
            </p>
          )}
          {cut.phases.length > 0 ? (
            <Pull verb={cut.hand_verb ?? "pull"} kg={cut.hand_kg} phases={cut.phases} system={system} />
          ) : (
            cut.hand_force_n !== null && (
              <p className="m-0">
                {cut.hand_verb} <b className="figure text-[42px]">{show(cut.hand_force_n, "N", system, 2)}</b>
              </p>
            )
          )}
          <Depths cut={cut} system={system} />
          {lathe && made.cutter_id && standsOnInserts(cut.family) && <Offset cutter={made.cutter_id} wanted_mm={made.size_mm} system={system} />}
          {cut.under?.hits && <p className="m-0 border-l-8 border-vermilion pl-3 font-semibold text-vermilion">{inUnits(cut.under.words, system)}.</p>}
          <div className="wide:hidden">{children}</div>
          <p className="m-0 text-faint">
            <b>{choiceWords("machine.coolant.method", cut.coolant)}</b>. Good chip: {cut.chip}. Good sound: {cut.sound}.
          </p>
        </div>
      )}
    </article>
  );
}
