/** An exercise written by whoever teaches, of the job at hand: its trouble, its question, what passes. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { inWords, type Schemas } from "../../../api/client";
import { teaching } from "../../../api/practice";
import { askAgain } from "../../../api/stale";
import type { Case } from "../../../job/types";
import { typedFigure } from "../../../ui/typed";
import { COURSE, TEACHING } from "../keys";
import { useCourse } from "./Exercises";

/** What may be hidden in the job. */
const TROUBLES: readonly (readonly [string, string, object])[] = [
  ["none", "nothing", {}],
  ["dull", "a dull drill", { wear: 0.85 }],
  ["belt", "a slack belt", { belt: 0.5 }],
  ["skin", "a hardened skin", { skin: 0.6 }],
  ["clamp", "a loose clamp", { clamp: 0.4 }],
];
const ASKS: readonly (readonly [string, string, object])[] = [
  ["pull", "how hard to pull for a good chip", { id: "pull", words: "How hard would you pull, with the point in?", force: "good" }],
  ["bites", "the least pull that bites", { id: "pull", words: "What is the least pull that makes a chip?", force: "bites" }],
  ["limit", "what gives way first", { id: "limit", words: "Pulled ever harder, what gives way first?", limit: "pulled" }],
];

export function Write({ job, onLeave }: { job: Case; onLeave: () => void }) {
  const course = useCourse();
  const client = useQueryClient();
  const [typed, setTyped] = useState({ title: "", aim: "", told: "", score: "80", trouble: "none", ask: "pull", needs: "" });
  const [made, setMade] = useState<Schemas["Published"] | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [going, setGoing] = useState(false);
  const put = (part: Partial<typeof typed>) => setTyped({ ...typed, ...part });
  const publish = async () => {
    setGoing(true);
    setFault(null);
    try {
      setMade(
        await teaching.publish({
          title: typed.title,
          aim: typed.aim,
          told: typed.told,
          needs: typed.needs ? [typed.needs] : [],
          case: job,
          hidden: TROUBLES.find(([id]) => id === typed.trouble)?.[2],
          ask: [ASKS.find(([id]) => id === typed.ask)?.[2]],
          pass: { score: typedFigure(typed.score) ?? typed.score },
        }),
      );
      await askAgain(client, COURSE);
      await askAgain(client, TEACHING);
    } catch (error) {
      setFault(inWords(error));
    }
    setGoing(false);
  };
  if (made)
    return (
      <section aria-label="The exercise is in the course" className="grid max-w-4xl gap-2 border-l-4 border-green pl-3">
        <p className="m-0">
          <b>{typed.title} is in the course.</b> Tried by hands that go by a rule:
        </p>
        <ul className="m-0 list-none p-0">
          {["senior", "impatient", "heavy", "timid"].map((policy) => {
            const scores = made.tried.filter((one) => one.policy === policy).map((one) => Math.round(one.score));
            return (
              <li key={policy}>
                {policy}: <span className="figure">{scores.join(", ")}</span>
              </li>
            );
          })}
        </ul>
        <Link to={`/practice/exercises/${made.id}`} className="tap text-blue">
          Look at it
        </Link>
      </section>
    );
  return (
    <form
      aria-label="An exercise of this job"
      className="grid max-w-4xl gap-3 border-t border-ink pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        void publish();
      }}
    >
      <h2 className="heading m-0">An exercise of this job</h2>
      <label className="grid text-xs text-faint">
        its name
        <input
          className="plate-field text-base text-ink"
          required
          maxLength={80}
          value={typed.title}
          onChange={(event) => put({ title: event.target.value })}
        />
      </label>
      <label className="grid text-xs text-faint">
        what it is about, read beforehand
        <textarea
          className="plate-field text-base text-ink"
          rows={2}
          maxLength={600}
          value={typed.aim}
          onChange={(event) => put({ aim: event.target.value })}
        />
      </label>
      <div className="flex flex-wrap gap-3">
        <Pick label="hidden in it" value={typed.trouble} options={TROUBLES.map(([id, words]) => [id, words])} onPick={(trouble) => put({ trouble })} />
        <Pick label="what is asked" value={typed.ask} options={ASKS.map(([id, words]) => [id, words])} onPick={(ask) => put({ ask })} />
        <Pick
          label="comes after"
          value={typed.needs}
          options={[["", "nothing"], ...(course.data?.exercises ?? []).map((one) => [one.id, one.title] as const)]}
          onPick={(needs) => put({ needs })}
        />
        <label className="grid text-xs text-faint">
          points that pass
          <input className="plate-field figure w-20! text-base text-ink" value={typed.score} onChange={(event) => put({ score: event.target.value })} />
        </label>
      </div>
      <label className="grid text-xs text-faint">
        what is told afterwards
        <textarea
          className="plate-field text-base text-ink"
          rows={2}
          maxLength={600}
          value={typed.told}
          onChange={(event) => put({ told: event.target.value })}
        />
      </label>
      {fault && (
        <p role="alert" className="m-0 text-vermilion first-letter:uppercase">
          {fault}
        </p>
      )}
      <div className="flex gap-2">
        <button type="submit" className="tap chip font-semibold" disabled={going}>
          {going ? "Tried by four hands…" : "Give it out"}
        </button>
        <button type="button" className="tap chip" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </form>
  );
}

type Pick = { label: string; value: string; options: readonly (readonly [string, string])[]; onPick: (id: string) => void };

function Pick({ label, value, options, onPick }: Pick) {
  return (
    <label className="grid text-xs text-faint">
      {label}
      <select className="plate-field text-base text-ink" value={value} onChange={(event) => onPick(event.target.value)}>
        {options.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
