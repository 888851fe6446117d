/** The limit ladder: every limit, tightest first, each as a failure, a bar and a figure; its working opens in place. */
import { memo, useState } from "react";

import { LimitBar } from "../drawing/LimitBar";
import { useJob } from "./provider";
import { useUnits } from "./useUnits";
import { phraseOfField } from "./fields";
import { FieldRow } from "./pickers/FieldRow";
import { words } from "./words";
import { stepOf } from "./details";
import type { Answer, LimitFinding, System } from "./types";
import { Told } from "./Told";
import { against, inUnits } from "./units";
import { VERDICTS } from "./Verdict";
import { Folded } from "../ui/Folded";
import { later } from "../ui/later";
import { WorkingOf } from "./WorkingOf";

const Schools = later(() => import("./Schools").then((part) => part.Schools));

/** Rows before the rest is folded away: the ways out must stay in sight beneath. */
const SHOWN = 3;
const TEXT = {
  holds: "text-green",
  tight: "text-bronze",
  "gives-way": "text-vermilion",
  cannot: "text-vermilion",
  unknown: "text-faint",
} as const;
const SCOPES: Record<string, string> = {
  drive: "What the motor is asked for, as its own meter reads it",
  torque: "Torque",
  thrust: "Thrust",
  power: "Power",
  "book-feed": "The usual feed",
  "book-speed": "The usual speed",
  hand: "The lever",
  kinematics: "Speeds and chip",
  surge: "Breakthrough",
};

function figures(limit: LimitFinding, system: System): string {
  const { demand, capacity, unit, soft } = limit;
  if (!demand || demand.low === null || demand.high === null || unit === null)
    return (limit.reason && inUnits(limit.reason, system)) ?? limit.needs.map((need) => need.words).join("; ");
  const part = limit.part && !["grip", "too fast"].includes(limit.part) ? ` · ${limit.part}` : "";
  return against([demand.low, demand.high], soft ?? capacity ?? 0, capacity ?? 0, unit, system) + part;
}

function Row({ limit, answer, open, onToggle }: { limit: LimitFinding; answer: Answer; open: boolean; onToggle: () => void }) {
  const system = useUnits();
  const verdict = limit.verdict ?? "unknown";
  const loads = limit.stands_on.some((scope) => ["torque", "thrust", "power"].includes(scope));
  return (
    <li className="border-b border-rule" data-limit={limit.id} data-verdict={verdict}>
      <button
        type="button"
        aria-expanded={open}
        className="tap grid w-full grid-cols-[1fr_auto] items-center gap-x-4 py-1 text-left sm:grid-cols-[15rem_1fr_5.5rem]"
        onClick={onToggle}
      >
        <span className="leading-tight">
          <span className="block font-semibold first-letter:uppercase">{limit.failure}</span>
          <span className={`block text-faint ${limit.demand ? "figure text-xs" : "text-sm"}`}>{figures(limit, system)}</span>
        </span>
        <span className={`text-right text-sm font-semibold sm:order-3 ${TEXT[verdict]}`}>
          {VERDICTS[verdict]}
          {limit.in_short && <span className="block text-xs font-normal whitespace-nowrap">{limit.in_short}</span>}
        </span>
        <span className="col-span-2 sm:order-2 sm:col-span-1">
          <LimitBar demand={limit.demand} soft={limit.soft} capacity={limit.capacity} verdict={verdict} />
        </span>
      </button>
      {open && (
        <div className="grid gap-3 pb-3 pl-3">
          <p className="text-sm text-faint">
            <Told>{limit.question}</Told>
          </p>
          <Needs limit={limit} answer={answer} />
          {loads && <Schools answer={answer} />}
          <WorkingOf limit={limit.id} />
          <Assumptions limit={limit} answer={answer} />
          {limit.stands_on.map((scope) => (
            <Folded key={scope} summary={`${SCOPES[scope]}: how it was worked out`}>
              <WorkingOf scope={scope} />
            </Folded>
          ))}
        </div>
      )}
    </li>
  );
}

/** What is not known, and where to put it once it is measured; of the spindle's steps, the one it runs in. */
function Needs({ limit, answer }: { limit: LimitFinding; answer: Answer }) {
  const { state } = useJob();
  const step = state.jobs.now ? Math.max(stepOf(state.jobs.now.case), 0) : 0;
  return limit.needs.map((need) => (
    <div key={need.field} className="grid gap-1">
      <p>We don’t know: {need.words}.</p>
      <FieldRow path={need.field.replace("stages[]", `stages.${step}`)} phrase={phraseOfField(need.field)} answer={answer} />
    </div>
  ));
}

/** What this limit stands on that nobody has said: each one tap from being replaced by the shop's own figure. */
function Assumptions({ limit, answer }: { limit: LimitFinding; answer: Answer }) {
  const reads = words().reads[limit.id] ?? [];
  const { fields } = words();
  const typeable = answer.assumed.filter(
    (one) =>
      reads.some((read) => one.field === read || one.field.startsWith(`${read}.`)) &&
      ["number", "count", "choice", "flag"].includes(fields[one.field]?.kind ?? ""),
  );
  if (typeable.length === 0) return null;
  return (
    <details>
      <summary className="tap cursor-pointer text-sm underline decoration-dotted">
        Stands on {typeable.length} assumed {typeable.length === 1 ? "figure" : "figures"}: put in your own
      </summary>
      <div className="grid gap-3 pt-2 sm:grid-cols-2">
        {typeable.map((one) => (
          <FieldRow key={one.field} path={one.field} phrase={phraseOfField(one.field)} answer={answer} />
        ))}
      </div>
    </details>
  );
}

export const Ladder = memo(function Ladder({ answer, opened, onOpen }: { answer: Answer; opened: string | null; onOpen: (id: string | null) => void }) {
  const [all, setAll] = useState(false);
  const speaking = answer.limits.filter((limit) => limit.applies);
  const grave = speaking.filter((limit) => limit.verdict !== "holds" && limit.verdict !== "unknown");
  const holding = speaking.filter((limit) => limit.verdict === "holds");
  const unknown = speaking.filter((limit) => limit.verdict === "unknown");
  const silent = answer.limits.filter((limit) => !limit.applies);
  const room = Math.max(SHOWN - grave.length, 0);
  const shown = all ? [...grave, ...holding, ...unknown] : [...grave.slice(0, SHOWN), ...holding.slice(0, room), ...unknown.slice(0, 1)];
  const more = [
    [grave.length - SHOWN, grave.slice(SHOWN).some((limit) => limit.verdict !== "tight") ? "more past it or tight" : "more tight"],
    [holding.length - room, room > 0 ? "more hold" : "hold"],
    [unknown.length - 1, "more not known"],
  ].filter(([count]) => Number(count) > 0);
  return (
    <section aria-label="Limits, tightest first">
      <h2 className="heading border-b border-ink pb-0.5">Limits, tightest first</h2>
      <ul>
        {shown.map((limit) => (
          <Row key={limit.id} limit={limit} answer={answer} open={opened === limit.id} onToggle={() => onOpen(opened === limit.id ? null : limit.id)} />
        ))}
      </ul>
      <div className="flex flex-wrap gap-x-4 text-sm">
        {more.length > 0 && (
          <button type="button" className="tap underline decoration-dotted" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? "Show fewer" : more.map(([count, words]) => `${count} ${words}`).join(", ")}
          </button>
        )}
        {silent.length > 0 && (
          <details>
            <summary className="tap cursor-pointer text-faint underline decoration-dotted">
              {silent.length} {silent.length === 1 ? "does" : "do"} not apply
            </summary>
            <ul>
              {silent.map((limit) => (
                <li key={limit.id} className="text-faint">
                  {limit.failure}: {limit.reason}
                </li>
              ))}
            </ul>
          </details>
        )}
      </div>
    </section>
  );
});
