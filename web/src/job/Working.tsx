/** The working behind a figure: formula, values put in, result, source. */
import type { Schemas } from "../api/client";
import { typeset } from "./formula";
import { Told } from "./Told";
import { words } from "./words";
import { significant } from "./units";

type Step = Schemas["Step"];

function value(one: unknown): string {
  if (typeof one === "number") return Math.abs(one) >= 1e5 ? String(Math.round(one)) : String(Number(significant(one, 4)));
  if (typeof one === "boolean") return one ? "yes" : "no";
  if (Array.isArray(one)) return one.map(value).join(", ");
  return String(one ?? "–");
}

export function Working({ steps }: { steps: readonly Step[] }) {
  return (
    <ol className="grid gap-2">
      {steps.map((step, place) => (
        <li key={place} className="border-l-2 border-rule pl-2 text-sm">
          <div className="flex flex-wrap items-baseline justify-between gap-x-3">
            <span className="font-semibold">
              <Told>{step.name}</Told>
            </span>
            <span className="figure">
              {value(step.result)} {step.unit}
            </span>
          </div>
          <div className="formula text-base">
            {typeset(step.expression).map(({ text, set }, place) =>
              set === "low" ? <sub key={place}>{text}</sub> : set === "high" ? <sup key={place}>{text}</sup> : <span key={place}>{text}</span>,
            )}
          </div>
          <div className="figure text-xs text-faint">
            {Object.entries(step.values)
              .map(([name, put]) => {
                const symbol = words().symbols[name];
                return `${symbol?.symbol ?? name} = ${value(put)}${symbol?.unit ? ` ${symbol.unit}` : ""}`;
              })
              .join(" · ")}
          </div>
          <div className="text-xs text-faint">{step.source}</div>
        </li>
      ))}
    </ol>
  );
}
