/** What was looked up: the rows that answer it, best first, each on its page by one press. */
import { Link } from "wouter";

import { inWords, type Schemas } from "../../../api/client";
import { addressOf } from "../../../job/book";
import { inUnits } from "../../../job/units";
import type { System } from "../../../job/types";
import { useUnits } from "../../../job/useUnits";

/** The page whose sizes are drills' names, in both units already. */
const NAMES = "sizes";
const told = (hit: Schemas["ReferenceHit"], system: System): string => (hit.page === NAMES ? hit.said : inUnits(hit.said, system));

type Props = { text: string; found: Schemas["ReferenceFound"] | undefined; error: Error | null; at: { page: string; row: string } };

export function Found({ text, found, error, at }: Props) {
  const system = useUnits();
  if (error)
    return (
      <p role="alert" className="m-0 text-vermilion">
        {inWords(error)}
      </p>
    );
  if (!found) return <p className="m-0 text-faint">Looking…</p>;
  if (found.hits.length === 0)
    return (
      <p className="m-0">
        Nothing here is called “{text}”. Try it as it stands on the drawing or the drill: M8, 5/16, 16 H7, 30 HRC, #7, 1/4 NPT; or a shorter piece of the word.
      </p>
    );
  return (
    <ol aria-label={`Found for ${text}`} className="m-0 grid list-none gap-0 p-0">
      {found.hits.map((hit, place) => (
        <li key={`${hit.page} ${hit.row}`} className="border-b border-rule">
          <Link
            to={addressOf({ page: hit.page, row: hit.row, find: text })}
            aria-current={hit.page === at.page && hit.row === at.row ? "true" : undefined}
            className={`tap block py-1 text-ink no-underline hover:bg-paper ${hit.page === at.page && hit.row === at.row ? "border-l-4 border-bronze pl-2" : ""}`}
          >
            <span className="block text-xs text-faint">{hit.page_words}</span>
            <span className={`figure line-clamp-3 ${place === 0 ? "text-lg font-semibold" : ""}`}>{hit.row ? told(hit, system) : "The whole page"}</span>
          </Link>
        </li>
      ))}
    </ol>
  );
}
