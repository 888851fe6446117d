/** One step at the machine: what to fit, what to set, how hard, how far, when to clear; in figures that are read from two metres. */
import type { ReactNode } from "react";

import type { System } from "../../../job/types";
import { inUnits, nominal, plain, show, speed } from "../../../job/units";
import { choiceWords } from "../../../job/words";
import type { Answer, Step } from "../run";
import { Pull } from "./Pull";

const WHERE = /,? ?[\d.]+\s*rpm.*$/;

function Setting({ cut, system }: { cut: NonNullable<Step["cut"]>; system: System }) {
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

function Depths({ cut, system }: { cut: NonNullable<Step["cut"]>; system: System }) {
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

type Props = { answer: Answer; step: Step; system: System; /** The clock of this hole. */ children: ReactNode };

export function StepCard({ answer, step, system, children }: Props) {
  const { cut } = step;
  return (
    <article className="grid grid-cols-[minmax(0,1fr)] content-start gap-x-12 gap-y-3 text-[18px] wide:grid-cols-2">
      <div className="grid content-start gap-3">
        <div>
          <h1 className="m-0 text-[30px] leading-tight font-bold first-letter:uppercase">{inUnits(step.words, system)}</h1>
          {step.tool && <p className="m-0 text-[20px]">{inUnits(step.tool, system)}</p>}
          {(step.cannot || step.why) && <p className="m-0 text-faint">{inUnits(step.cannot || step.why, system)}</p>}
        </div>
        {cut && <Setting cut={cut} system={system} />}
        {cut && <div className="hidden wide:block">{children}</div>}
      </div>
      {cut && (
        <div className="grid content-start gap-3">
          {answer.through && cut.depth_mm >= answer.depth_mm && (
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
