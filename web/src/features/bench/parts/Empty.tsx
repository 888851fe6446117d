/** A yard with nothing in it: the sentence with its blanks, and the three things to say first. Nothing is computed, no figure shown. */
import { useJob } from "../../../job/provider";
import type { Job } from "../../../job/types";
import { plainDrill, plainMachine } from "../../../job/words";

/** The plainest of jobs, from which every blank can be filled. */
function plainJob(): Job {
  const { id, power_kw, drive, feed } = plainMachine();
  const spindle = { power_kw, drive, stages: [{ speed_rpm: 600 }] };
  return {
    case: {
      hole: { diameter_mm: 10, depth_mm: 20 },
      material: { id: "steel-structural-235" },
      cutter: { family: plainDrill().id },
      machine: { kind: id, name: "my machine", spindle, feed: { kind: feed } },
      setting: { speed_rpm: 600, hand_force_n: 100 },
    },
    typed: {},
    refs: {},
    pinned: false,
    name: "",
  };
}

export function Empty() {
  const { dispatch } = useJob();
  const blank = (words: string) => <span className="phrase assumed">{words}</span>;
  return (
    <main className="mx-auto grid max-w-3xl gap-5 p-6">
      <h1 className="sr-only">The Bench</h1>
      <p className="text-[1.32rem] leading-[1.7]">
        Drill {blank("what hole?")}, in {blank("in what?")}, on {blank("what machine?")}.
      </p>
      <section aria-label="Three things to say first" className="border-t border-ink pt-2">
        <h2 className="heading">Three things to say first</h2>
        <ol className="list-decimal pl-5">
          <li>The hole: its diameter in any notation (20, 1/2, #7, M12 clearance) and its depth.</li>
          <li>The metal: by name, number or hardness.</li>
          <li>The machine: its kind, its motor, the speeds it really has.</li>
        </ol>
        <p className="py-2">Nothing stands in this yard yet: no machine, no drill, no job.</p>
        <div className="flex flex-wrap gap-2">
          <button type="button" className="chip font-semibold" onClick={() => dispatch({ do: "open", job: plainJob() })}>
            Start with a plain {plainMachine().words} and say the rest
          </button>
        </div>
        <p className="pt-3 text-sm text-faint">
          Or load the made-up ferry yard on the server: <code className="figure">make demo</code>
        </p>
      </section>
    </main>
  );
}
