/** The second line: what decides holding, reach and life. Each phrase is one or two rows of choices. */
import { Choices } from "../../ui/Choices";
import { MACHINES } from "../families";
import { BEHIND, COOLANT, ENTRY, HOLDING, PECKS, type SetUp, WEAR } from "../phrases";
import { useJob } from "../provider";
import type { Case } from "../types";

type Row = {
  label: string;
  choices: Record<string, string>;
  now: (job: Case) => string;
  /** The key is one of the row's own choices. */
  put: (job: Case, key: never) => Case;
};

const STARTS = { none: "no mark", punch: "punched", spot: "spotted", centre: "centre-drilled", bush: "through a bush", pilot: "from a pilot" };
const HOLDS = HOLDING;
const WETS = COOLANT;

const ROWS: Record<SetUp["phrase"], Row[]> = {
  entry: [
    {
      label: "The face",
      choices: ENTRY,
      now: (job) => job.hole.entry ?? "flat",
      put: (job, entry) => ({ ...job, hole: { ...job.hole, entry } }),
    },
    {
      label: "How the point is guided",
      choices: STARTS,
      now: (job) => job.hole.start?.kind ?? "punch",
      put: (job, kind) => ({ ...job, hole: { ...job.hole, start: { ...job.hole.start, kind } } }),
    },
  ],
  behind: [
    {
      label: "Behind the hole",
      choices: BEHIND,
      now: (job) => job.hole.behind ?? "air",
      put: (job, behind) => ({ ...job, hole: { ...job.hole, behind } }),
    },
  ],
  holding: [
    {
      label: "What holds the work",
      choices: HOLDS,
      now: (job) => job.holding?.kind ?? MACHINES[job.machine.kind].holding,
      put: (job, kind) => ({ ...job, holding: { ...job.holding, kind } }),
    },
  ],
  coolant: [
    {
      label: "Coolant",
      choices: WETS,
      now: (job) => job.machine.coolant?.method ?? "dry",
      put: (job, method) => ({ ...job, machine: { ...job.machine, coolant: { ...job.machine.coolant, method } } }),
    },
  ],
  wear: [
    {
      label: "State of the edge",
      choices: WEAR,
      now: (job) => job.cutter.wear ?? "sharp",
      put: (job, wear) => ({ ...job, cutter: { ...job.cutter, wear, edge_radius_mm: null } }),
    },
  ],
  pecks: [
    {
      label: "Pecks",
      choices: PECKS,
      now: (job) => job.setting.pecks?.kind ?? "none",
      put: (job, kind) => ({ ...job, setting: { ...job.setting, pecks: { ...job.setting.pecks, kind } } }),
    },
  ],
};

export function SetUpPicker({ phrase, onDone }: { phrase: SetUp["phrase"]; onDone: () => void }) {
  const { state, change } = useJob();
  const job = state.job?.case;
  if (!job) return null;
  const rows = ROWS[phrase];
  return (
    <div className="grid gap-3">
      {rows.map((row) => (
        <Choices
          key={row.label}
          label={row.label}
          choices={Object.entries(row.choices)}
          chosen={row.now(job)}
          onChoose={(key) =>
            void change({ phrase, edit: (was) => row.put(was, key as never) }).then(() => {
              if (rows.length === 1) onDone();
            })
          }
        />
      ))}
    </div>
  );
}
