/** From the plate to the spindle: a band as thick as the power that is left, each loss where it happens, to be changed there. */
import { useState } from "react";

import type { Schemas } from "../../../../api/client";
import { Working } from "../../../../job/Working";
import { useUnits } from "../../../../job/useUnits";
import { show } from "../../../../job/units";
import { Figure } from "../Field";

type Link = Schemas["ChainLink"];
const TALL = 40;

/** The band between two powers, tallest where the most comes in. */
function Taper({ from, to, most }: { from: number; to: number; most: number }) {
  const [a, b] = [(from / most) * TALL, (to / most) * TALL];
  return (
    <svg viewBox={`0 0 100 ${TALL}`} preserveAspectRatio="none" width="100%" height={TALL} aria-hidden className="moves">
      <path d={`M0 ${TALL / 2 - a / 2} L100 ${TALL / 2 - b / 2} V${TALL / 2 + b / 2} L0 ${TALL / 2 + a / 2} Z`} fill="var(--bronze-fill)" fillOpacity="0.75" />
      <path
        d={`M0 ${TALL / 2 - a / 2} L100 ${TALL / 2 - b / 2} M0 ${TALL / 2 + a / 2} L100 ${TALL / 2 + b / 2}`}
        stroke="var(--bronze)"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

export function Chain({ chain }: { chain: readonly Link[] }) {
  const system = useUnits();
  const [open, setOpen] = useState<string | null>(null);
  const powers = chain.filter((link) => link.unit === "kW" && link.id !== "idle");
  const most = Math.max(...powers.map((link) => link.value), 1e-6);
  const shown = chain.find((link) => link.id === open);
  const after = (k: number) => chain.slice(k + 1).find((link) => powers.includes(link))?.value ?? 0;
  const before = (k: number) => chain.slice(0, k).findLast((link) => powers.includes(link))?.value ?? after(k);
  return (
    <section aria-label="From the plate to the spindle" className="plate">
      <h2 className="heading">What reaches the spindle</h2>
      <ol className="mt-1 flex items-stretch overflow-x-auto">
        {chain.map((link, k) =>
          powers.includes(link) ? (
            <li key={link.id} className={`grid shrink-0 content-start ${link.id === "spindle" ? "w-[5.8rem] wide:w-[6.6rem]" : "w-[4.5rem] wide:w-[5.6rem]"}`}>
              <div className="relative" style={{ height: TALL }}>
                <Taper from={link.value} to={link.value} most={most} />
              </div>
              <button type="button" className="text-left" aria-expanded={open === link.id} onClick={() => setOpen(open === link.id ? null : link.id)}>
                <span
                  className={`figure block border-b border-dotted border-faint ${link.id === "spindle" ? "text-lg font-bold whitespace-nowrap" : "text-base"}`}
                >
                  {show(link.value, "kW", system)}
                </span>
                <span className="block text-xs text-faint">{link.words}</span>
              </button>
            </li>
          ) : (
            <li key={link.id} className="grid min-w-14 flex-1 content-start">
              <Taper from={before(k)} to={link.id === "idle" ? before(k) : after(k)} most={most} />
              <div className="px-2">
                <Figure path={link.path} label={link.words} />
              </div>
            </li>
          ),
        )}
      </ol>
      {shown &&
        (shown.steps.length > 0 ? (
          <div className="mt-2">
            <Working steps={shown.steps} />
          </div>
        ) : (
          <p className="mt-2 text-sm text-faint">
            {shown.assumed ?? (shown.id === "input" ? "The motor’s output over its efficiency." : "As it was given; nothing was worked out.")}
          </p>
        ))}
    </section>
  );
}
