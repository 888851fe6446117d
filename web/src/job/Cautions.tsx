/** Cautions for this job, one line, opening to the full list. */
import { memo } from "react";
import { useUnits } from "./useUnits";
import { Told } from "./Told";
import { inUnits } from "./units";

export const Cautions = memo(function Cautions({ cautions }: { cautions: readonly string[] }) {
  const system = useUnits();
  if (cautions.length === 0) return null;
  const [first, ...rest] = cautions;
  return (
    <>
      <ul className="print-only list-disc pl-6 text-sm">
        {cautions.map((words) => (
          <li key={words}>{inUnits(words, system)}</li>
        ))}
      </ul>
      <details className="no-print text-sm">
        <summary className="tap cursor-pointer">
          <span className="font-semibold text-vermilion">Before you switch on: </span>
          <span>{first && inUnits(first, system)}</span> <span className="text-faint underline decoration-dotted">{rest.length} more</span>
        </summary>
        <ul className="list-disc pl-6">
          {rest.map((words) => (
            <li key={words}>
              <Told>{words}</Told>
            </li>
          ))}
        </ul>
      </details>
    </>
  );
});
