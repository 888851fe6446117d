/** What is seen, heard or felt is tapped; one thing to do now, the likeliest causes, and why. */
import { useQuery } from "@tanstack/react-query";

import { api, inWords, Lost } from "../api/client";
import type { Case } from "./types";
import { Told } from "./Told";
import { significant } from "./units";
import { TEXT, VERDICTS } from "./Verdict";
import { words } from "./words";

/** So many causes are told. */
const TOLD = 3;

function useDiagnosis(job: Case, seen: readonly string[]) {
  return useQuery({
    queryKey: ["diagnose", job, seen],
    queryFn: ({ signal }) => api.diagnose({ case: job, seen }, signal),
    enabled: seen.length > 0,
    placeholderData: (before) => before,
    retry: false,
  });
}

/** Without the shop: what is done at once, whatever the cause is. */
function Alone({ seen }: { seen: readonly string[] }) {
  const [first] = words()
    .symptoms.filter((one) => seen.includes(one.id))
    .sort((one, other) => other.urgency - one.urgency);
  return (
    <div role="status" className="grid gap-2">
      {first?.at_once && <p className="m-0 border-l-4 border-bronze pl-3 text-xl font-semibold">{first.at_once}</p>}
      <p className="m-0 text-faint">The shop cannot be reached, so no causes can be told now.</p>
    </div>
  );
}

function Found({ job, seen }: { job: Case; seen: readonly string[] }) {
  const found = useDiagnosis(job, seen);
  if (seen.length === 0) return <p className="text-faint">Tap everything you see, hear or feel.</p>;
  if (found.error instanceof Lost || (found.isPaused && !found.data)) return <Alone seen={seen} />;
  if (found.error) return <p className="text-vermilion">{inWords(found.error)}</p>;
  if (!found.data) return <p className="text-faint">Looking…</p>;
  const { now, causes, changes } = found.data;
  return (
    <div className="grid gap-2" role="status">
      <p className="m-0 border-l-4 border-bronze pl-3 text-xl font-semibold">
        <Told>{now.words}</Told>
      </p>
      <ol className="grid gap-1">
        {causes.slice(0, TOLD).map((one) => (
          <li key={one.cause} className="border-t border-rule pt-1">
            <span className="flex justify-between gap-3 font-semibold">
              <span className="first-letter:uppercase">{one.words}</span>
              <span className="figure">{significant(100 * one.p, 2)} %</span>
            </span>
            <span className="block text-sm">
              Mend: <Told>{one.change}</Told>.
            </span>
            <span className="block text-sm text-faint">
              Speaks for it: <Told>{one.because.join("; ")}</Told>.
            </span>
          </li>
        ))}
      </ol>
      {changes.length > 0 && (
        <section aria-label="Changes that hold" className="border-t border-rule pt-1 text-sm">
          <b>Changes that were checked:</b>
          <ul className="list-disc pl-5">
            {changes.map((one) => (
              <li key={one.sentence}>
                <Told>{one.sentence}</Told> <span className={TEXT[one.verdict]}>{VERDICTS[one.verdict]}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

type Props = { job: Case; seen: readonly string[]; onTurn: (id: string) => void };

export function Diagnosis({ job, seen, onTurn }: Props) {
  return (
    <>
      <Found job={job} seen={seen} />
      <div role="group" aria-label="What is seen, heard or felt" className="grid gap-1.5 sm:grid-cols-2 lg:grid-cols-3">
        {words().symptoms.map((one) => (
          <button
            key={one.id}
            type="button"
            className="chip min-h-12 first-letter:uppercase"
            aria-pressed={seen.includes(one.id)}
            onClick={() => onTurn(one.id)}
          >
            {one.seen}
          </button>
        ))}
      </div>
    </>
  );
}
