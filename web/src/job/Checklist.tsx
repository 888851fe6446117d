/** What is ticked before switching on; kept with what it belongs to. */
import type { Schemas } from "../api/client";
import { inUnits } from "./units";
import { useUnits } from "./useUnits";

type Props = { lines: readonly Schemas["ChecklistLine"][]; ticks: readonly string[]; onTick: (id: string, on: boolean) => void; of: "plan" | "part" };

export function Checklist({ lines, ticks, onTick, of }: Props) {
  const system = useUnits();
  return (
    <fieldset className="grid max-w-xl gap-0.5">
      <legend className="heading">Before switching on</legend>
      {lines.map((line) => (
        <label key={line.id} className="tap flex items-start gap-2 py-1 text-sm">
          <input type="checkbox" className="mt-1 shrink-0" checked={ticks.includes(line.id)} onChange={(event) => onTick(line.id, event.target.checked)} />
          {inUnits(line.words, system)}
        </label>
      ))}
      <p className="m-0 text-xs text-faint">
        {lines.filter((line) => ticks.includes(line.id)).length} of {lines.length} ticked; kept with the {of}. The machine’s instructions and the shop’s rules
        come first.
      </p>
    </fieldset>
  );
}
