/** A shop with nothing in it: the sentence with its blanks, each of which opens; sample jobs to look at. Nothing is computed, no figure shown. */
import { useNewHole } from "../../../job/fresh";
import type { Phrase } from "../../../job/types";

const BLANKS: readonly (readonly [string, string, Phrase])[] = [
  ["Drill", "what hole?", "diameter"],
  ["in", "what metal?", "material"],
  ["on", "what machine?", "machine"],
];

export function Empty({ onBegin }: { onBegin: (phrase: Phrase) => void }) {
  const newHole = useNewHole();
  const begin = (phrase: Phrase) => void newHole().then(() => onBegin(phrase));
  return (
    <main className="mx-auto grid max-w-3xl gap-5 p-6">
      <h1 className="sr-only">The Bench</h1>
      <p className="text-[1.32rem] leading-[1.9]">
        {BLANKS.map(([lead, blank, phrase], place) => (
          <span key={phrase}>
            {lead}{" "}
            <button type="button" className="phrase assumed" onClick={() => begin(phrase)}>
              {blank}
            </button>
            {place < BLANKS.length - 1 ? ", " : "."}
          </span>
        ))}
      </p>
      <section aria-label="Where to begin" className="grid gap-3 border-t border-ink pt-2">
        <h2 className="heading">Where to begin</h2>
        <p>Nothing stands in this shop yet. Say any of the three; the rest is taken as usual until you say it, and is marked as assumed.</p>
        <div className="flex flex-wrap gap-2">
          <button type="button" className="chip font-semibold" onClick={() => begin("machine")}>
            Describe my machine: read me your plate
          </button>
          <button type="button" className="chip" onClick={() => begin("diameter")}>
            Say the hole first
          </button>
        </div>
        <p className="text-sm text-faint">
          A machine said here serves this one job. To keep it for every job, and to fill the tool crib by the name on a set’s lid, go to the Shop.
        </p>
      </section>
    </main>
  );
}
