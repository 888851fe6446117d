/** What can be found on the Bench, and what taking it does. */
import { PHRASE_KEYS } from "../../job/keys";
import { useJob } from "../../job/provider";
import { useChecks, useCutters, useMachines, useMaterials } from "../../job/queries";
import type { Cutter, Machine, Phrase } from "../../job/types";
import type { Found } from "./find";
import { words } from "../../job/words";
import { openCheck } from "../../job/kept";

export function useFindable(open: (phrase: Phrase) => void, ask: (symptom: string) => void): () => Found[] {
  const { change, dispatch } = useJob();
  const checks = useChecks().data ?? [];
  const materials = useMaterials().data ?? [];
  const machines = useMachines().data ?? [];
  const cutters = useCutters().data ?? [];
  // Hundreds of things: listed when somebody looks for one.
  return () => [
    ...Object.entries(PHRASE_KEYS).map(([phrase, key]) => ({
      id: phrase,
      group: "Change",
      name: `the ${phrase}`,
      more: `key ${key} ${phrase}`,
      take: () => open(phrase as Phrase),
    })),
    ...checks.map((one) => ({
      id: one.slug,
      group: "Open",
      name: one.name,
      more: one.short,
      take: () => void openCheck(one.slug).then((job) => dispatch({ do: "open", job })),
    })),
    ...materials.map((one) => ({
      id: one.id,
      group: "Metal",
      name: one.name,
      more: [...one.designations, one.hardness_hb ? `${one.hardness_hb} HB` : ""].join(" "),
      take: () => void change({ phrase: "material", edit: (was) => ({ ...was, material: { id: one.id } }) }),
    })),
    ...machines.map((one) => ({
      id: one.id,
      group: "Machine",
      name: one.name,
      more: one.note,
      take: () =>
        void change({
          phrase: "machine",
          settles: "machine",
          refs: { machine: { id: one.id, revision: one.revision } },
          edit: (was) => ({ ...was, machine: one.spec as Machine }),
        }),
    })),
    ...cutters.map((one) => ({
      id: one.id,
      group: "Cutter",
      name: one.name,
      more: one.place,
      take: () =>
        void change({
          phrase: "cutter",
          settles: "cutter",
          refs: { cutter: { id: one.id, revision: one.revision } },
          edit: (was) => ({ ...was, cutter: one.spec as Cutter }),
        }),
    })),
    ...words().symptoms.map((one) => ({ id: one.id, group: "Seen", name: one.seen, more: "what’s wrong?", take: () => ask(one.id) })),
  ];
}
