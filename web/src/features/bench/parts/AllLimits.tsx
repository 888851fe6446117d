/** Every limit in a line each, on paper only: the screen has the ladder. */
import { memo } from "react";

import type { Answer } from "../../../job/types";
import { VERDICTS } from "../../../job/Verdict";

export const AllLimits = memo(function AllLimits({ answer }: { answer: Answer }) {
  const speaking = answer.limits.filter((limit) => limit.applies);
  return (
    <section aria-label="Every limit" className="print-only">
      <h2 className="heading border-b border-ink">Every limit</h2>
      <ul className="columns-2 text-sm">
        {speaking.map((limit) => (
          <li key={limit.id} className="flex justify-between gap-2 border-b border-rule">
            <span className="first-letter:uppercase">{limit.failure}</span>
            <span>{limit.said ?? (limit.verdict && VERDICTS[limit.verdict])}</span>
          </li>
        ))}
      </ul>
    </section>
  );
});
