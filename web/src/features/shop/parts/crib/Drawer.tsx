/** A drawer of the crib: cutters standing in a row to one scale, their sizes below, gaps in dashes. */
import type { Schemas } from "../../../../api/client";
import { StandingCutter } from "../../../../drawing/shop/StandingCutter";

type One = Schemas["Drawer"];
const TALL = 118;

const said = (slot: Schemas["Slot"]): string => `${slot.text}${slot.cutter ? (slot.outline.wear === "sharp" ? "" : `, ${slot.outline.wear}`) : ", missing"}`;

type Props = { drawer: One; chosen: string | null; onChoose: (cutter: string) => void; onFill?: (text: string, drawer: One) => void };

export function Drawer({ drawer, chosen, onChoose, onFill }: Props) {
  const longest = Math.max(...drawer.slots.map((slot) => slot.outline.body_length_mm), 1);
  const scale = TALL / longest;
  const worn = drawer.slots.filter((slot) => slot.cutter && slot.outline.wear !== "sharp").length;
  return (
    <section aria-label={drawer.title} className="grow border-b border-rule pb-1">
      <h2 className="flex flex-wrap items-baseline gap-x-3">
        <span className="heading">{drawer.title}</span>
        {drawer.is_set && drawer.place && <span className="text-sm text-faint">{drawer.place}</span>}
        <span className="text-sm text-faint">
          {drawer.slots.length - drawer.gaps} standing{drawer.gaps ? `, ${drawer.gaps} missing` : ""}
          {worn ? `, ${worn} worn` : ""}
        </span>
      </h2>
      <ul className="flex flex-wrap items-end gap-x-0.5 gap-y-1">
        {drawer.slots.map((slot, k) => (
          <li key={slot.cutter ?? `gap ${k}`}>
            <button
              type="button"
              className={`grid min-w-6 justify-items-center px-0.5 pt-1 ${slot.cutter && chosen === slot.cutter ? "bg-metal" : ""}`}
              aria-label={said(slot)}
              aria-pressed={slot.cutter ? chosen === slot.cutter : undefined}
              title={slot.cutter ? said(slot) : `${slot.text} is missing${onFill ? ": press to put one in" : ""}`}
              onClick={() => (slot.cutter ? onChoose(slot.cutter) : onFill?.(slot.text, drawer))}
            >
              <StandingCutter outline={slot.outline} scale={scale} gap={!slot.cutter} />
              <span className={`figure border-t-2 border-ink text-[0.62rem] leading-tight ${slot.cutter ? "" : "text-faint"}`}>
                {slot.text.replace(/ (mm|in)$/, "")}
                <span aria-hidden className="block h-2 font-bold text-vermilion">
                  {slot.cutter && slot.outline.wear === "dull" ? "×" : slot.cutter && slot.outline.wear === "used" ? "~" : ""}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
