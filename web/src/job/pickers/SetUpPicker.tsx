/** The second line: what decides holding, reach and life. */
import { Choices } from "../../ui/Choices";
import { BEHIND, COOLANT, ENTRY, HOLDING, PECKS, type SetUp, WEAR } from "../phrases";
import { useJob } from "../provider";
import type { Case } from "../types";

const STARTS = { none: "no mark", punch: "punched", spot: "spotted", centre: "centre-drilled", bush: "through a bush" } as const;
const HOLDS = { vice: HOLDING.vice, clamps: HOLDING.clamps, stop: HOLDING.stop, hand: HOLDING.hand } as const;
const WETS = { dry: COOLANT.dry, brush: COOLANT.brush, mist: COOLANT.mist, flood: COOLANT.flood } as const;
const entries = <Key extends string>(table: Record<Key, string>) => Object.entries(table) as [Key, string][];

export function SetUpPicker({ phrase, onDone }: { phrase: SetUp["phrase"]; onDone: () => void }) {
  const { state, change } = useJob();
  const job = state.job?.case;
  if (!job) return null;
  const set = (edit: (was: Case) => Case, last = true) =>
    void change({ phrase, edit }).then(() => {
      if (last) onDone();
    });
  switch (phrase) {
    case "entry":
      return (
        <div className="grid gap-3">
          <Choices
            label="The face"
            choices={entries(ENTRY)}
            chosen={job.hole.entry ?? "flat"}
            onChoose={(entry) => set((was) => ({ ...was, hole: { ...was.hole, entry } }), false)}
          />
          <Choices
            label="How the point is guided"
            choices={entries(STARTS)}
            chosen={(job.hole.start?.kind ?? "punch") as keyof typeof STARTS}
            onChoose={(kind) => set((was) => ({ ...was, hole: { ...was.hole, start: { ...was.hole.start, kind } } }), false)}
          />
        </div>
      );
    case "behind":
      return (
        <Choices
          label="Behind the hole"
          choices={entries(BEHIND)}
          chosen={job.hole.behind ?? "air"}
          onChoose={(behind) => set((was) => ({ ...was, hole: { ...was.hole, behind } }))}
        />
      );
    case "holding":
      return (
        <Choices
          label="What holds the work"
          choices={entries(HOLDS)}
          chosen={(job.holding?.kind ?? "vice") as keyof typeof HOLDS}
          onChoose={(kind) => set((was) => ({ ...was, holding: { ...was.holding, kind } }))}
        />
      );
    case "coolant":
      return (
        <Choices
          label="Coolant"
          choices={entries(WETS)}
          chosen={(job.machine.coolant?.method ?? "dry") as keyof typeof WETS}
          onChoose={(method) => set((was) => ({ ...was, machine: { ...was.machine, coolant: { ...was.machine.coolant, method } } }))}
        />
      );
    case "wear":
      return (
        <Choices
          label="State of the edge"
          choices={entries(WEAR)}
          chosen={job.cutter.wear ?? "sharp"}
          onChoose={(wear) => set((was) => ({ ...was, cutter: { ...was.cutter, wear, edge_radius_mm: null } }))}
        />
      );
    case "pecks":
      return (
        <Choices
          label="Pecks"
          choices={entries(PECKS)}
          chosen={job.setting.pecks?.kind ?? "none"}
          onChoose={(kind) => set((was) => ({ ...was, setting: { ...was.setting, pecks: { ...was.setting.pecks, kind } } }))}
        />
      );
  }
}
