/** The hole being made: a section for each step at one scale, and under it the tool, the setting, the stop, the time, the tightest limit
 * and why. Steps are pinned, struck out, put back, moved and added in the picture. */
import { useState } from "react";

import { LimitBar } from "../../../drawing/LimitBar";
import { sectionHeight } from "../../../drawing/plan/StepSection";
import type { System } from "../../../job/types";
import { Told } from "../../../job/Told";
import { inUnits, plain, show, speed, time } from "../../../job/units";
import { ofLimit, VERDICTS } from "../../../job/Verdict";
import { type Made, money, sectionScale, type Step } from "../model";
import { Section } from "./Section";

type Props = {
  made: Made;
  /** Which hole it is, where several rows stand on a page. */
  name?: string;
  system: System;
  /** Whether the row is one's own: struck steps stay in it. */
  own: boolean;
  pinned: readonly number[];
  onPin: (size: number, on: boolean) => void;
  /** Left out, a step is taken out at once. */
  onStrike?: (place: number, struck: boolean) => void;
  onMove: (from: number, to: number) => void;
  onTakeOut: (place: number) => void;
  onBench: (step: Step) => void;
};
// Few steps are drawn larger: they share the room of a desk.
const [TALLEST, WIDEST, NARROWEST, ROOM, GAP] = [190, 300, 150, 1180, 50];

/** The tightest limit of a step, as one ladder bar. */
function Tightest({ step }: { step: Step }) {
  if (step.cannot)
    return (
      <p className="text-sm text-vermilion">
        <b>Can’t</b>: {step.cannot}
      </p>
    );
  if (!step.cut) return null;
  const { ladder, verdict, failure } = step.cut;
  const colour = verdict === "holds" ? "text-green" : verdict === "tight" ? "text-bronze" : "text-vermilion";
  return (
    <div>
      <p className="text-sm">
        <b className={colour}>{VERDICTS[verdict]}</b> {ofLimit(verdict, failure)}
      </p>
      <LimitBar
        demand={ladder ? { low: ladder.low, middle: ladder.middle, high: ladder.high } : null}
        soft={ladder?.soft ?? null}
        capacity={ladder ? 1 : null}
        verdict={verdict}
      />
    </div>
  );
}

function Setting({ step, system, through }: { step: Step; system: System; through: boolean }) {
  if (!step.cut) return <p className="text-sm text-faint">{step.struck || step.cannot ? "" : "by hand"}</p>;
  const { cut } = step;
  const pecks = cut.pecks_mm.map((depth) => plain(depth, system).replace(/\s\w+$/, ""));
  return (
    <div className="figure grid text-sm">
      <span>{cut.speed_words.includes("rpm") ? cut.speed_words : speed(cut.speed_rpm)}</span>
      <span>{cut.hand_force_n ? `${cut.hand_verb} ${show(cut.hand_force_n, "N", system)}` : show(cut.feed_mm_rev, "mm/rev", system)}</span>
      {cut.feed_note && <span className="font-sans">{cut.feed_note}</span>}
      <span>
        stop {show(cut.stop_mm, "mm", system)}
        {cut.from_bush_mm != null ? `, ${show(cut.from_bush_mm, "mm", system)} from the top of the bush` : ""}
      </span>
      {!through && step.kind !== "mark" && (
        <span>
          full width to {show(cut.depth_mm, "mm", system)}
          {cut.floor_mm !== null ? `, floor ${show(cut.floor_mm, "mm", system, 2)}` : ""}
        </span>
      )}
      <span>{pecks.length > 1 ? `out at ${pecks.slice(0, 4).join(", ")}${pecks.length > 5 ? " …" : ""}` : "no pecks"}</span>
    </div>
  );
}

export function Row({ made, name = "", system, own, pinned, onPin, onStrike, onMove, onTakeOut, onBench }: Props) {
  const shared = sectionScale(made, TALLEST, Math.min(WIDEST, Math.max(ROOM / made.steps.length - GAP, NARROWEST)));
  const [dragged, setDragged] = useState<number | null>(null);
  const { steps } = made;
  const height = sectionHeight(shared.plate_mm, shared.scale);
  return (
    <ol className="flex gap-0 overflow-x-auto pb-2" aria-label={name ? `Steps of ${name}` : "Steps"} tabIndex={0}>
      {steps.map((step, k) => {
        const onWay = step.kind === "pilot" || step.kind === "open";
        const number = steps.slice(0, k + 1).filter((one) => !one.struck).length;
        return (
          <li
            key={`${k} ${step.kind} ${step.size_mm}`}
            data-step={step.kind}
            draggable
            onDragStart={() => setDragged(k)}
            onDragEnd={() => setDragged(null)}
            onDragOver={(event) => event.preventDefault()}
            onDrop={() => {
              if (dragged !== null && dragged !== k) onMove(dragged, k);
            }}
            className={`grid min-w-[13.5rem] max-w-[24rem] flex-1 shrink-0 content-start gap-1 border-l border-rule px-3 first:border-l-0 first:pl-0 ${dragged === k ? "opacity-50" : ""}`}
          >
            <h2 className="flex min-h-11 items-start gap-2 leading-tight">
              <span className="figure text-2xl font-bold text-bronze">{step.struck ? "–" : number}</span>
              <span>
                <span className={`font-semibold ${step.struck ? "line-through" : ""}`}>{inUnits(step.words, system)}</span>
                <span className="block text-xs text-faint">{step.tool}</span>
              </span>
            </h2>
            <div className="flex items-end" style={{ minHeight: height }}>
              <Section made={made} step={step} id={`row-${name}${k}`} system={system} {...shared} />
            </div>
            <Setting step={step} system={system} through={made.through} />
            {!step.struck && (
              <p className="flex items-baseline gap-2">
                <span className="figure text-lg font-bold whitespace-nowrap">{time(step.time_s)}</span>
                <span className="text-xs text-faint">
                  a hole · {step.edge_cost === null ? `${money(step.machine_cost)}, edge not priced` : money(step.edge_cost + step.machine_cost)}
                </span>
              </p>
            )}
            <Tightest step={step} />
            {step.cut?.under && (
              <p className={`text-xs ${step.cut.under.hits ? "font-semibold text-vermilion" : "text-faint"}`}>{inUnits(step.cut.under.words, system)}</p>
            )}
            {step.why && (
              <p className="text-xs text-faint">
                <Told>{step.why}</Told>
              </p>
            )}
            <div className="no-print flex flex-wrap gap-1.5" role="group" aria-label={`Step ${k + 1}, ${step.words}`}>
              {onWay && !own && (
                <button
                  type="button"
                  className="tap chip px-2 text-xs"
                  aria-pressed={pinned.includes(step.size_mm)}
                  onClick={() => onPin(step.size_mm, !pinned.includes(step.size_mm))}
                >
                  Pin
                </button>
              )}
              {onStrike && (
                <button type="button" className="tap chip px-2 text-xs" onClick={() => onStrike(k, !step.struck)}>
                  {step.struck ? "Put back" : "Strike out"}
                </button>
              )}
              {(step.struck || !onStrike) && (
                <button type="button" className="tap chip px-2 text-xs" onClick={() => onTakeOut(k)}>
                  Take out
                </button>
              )}
              {step.cut && (
                <button type="button" className="tap chip px-2 text-xs" aria-label={`${step.words} on the Bench`} onClick={() => onBench(step)}>
                  Bench
                </button>
              )}
              {k > 0 && (
                <button type="button" className="tap chip px-2 text-xs" aria-label={`Move ${step.words} earlier`} onClick={() => onMove(k, k - 1)}>
                  ←
                </button>
              )}
              {k < steps.length - 1 && (
                <button type="button" className="tap chip px-2 text-xs" aria-label={`Move ${step.words} later`} onClick={() => onMove(k, k + 1)}>
                  →
                </button>
              )}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
