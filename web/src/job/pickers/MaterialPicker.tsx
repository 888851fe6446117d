/** Materials by name, designation, group or hardness, with a search that forgives. */
import { useEffect, useRef, useState } from "react";

import type { Schemas } from "../../api/client";
import { figure, useJob } from "../provider";
import { useMaterials } from "../queries";
import { TypedField } from "./TypedField";

type Row = Schemas["MaterialRecord"];

const bare = (text: string): string =>
  text
    .toLowerCase()
    .normalize("NFD")
    .replace(/[^a-z0-9]+/g, "");

/** Every word typed must stand somewhere in the row, whatever the spelling of spaces and dashes. */
export function matching(rows: readonly Row[], text: string): Row[] {
  const words = text.split(/\s+/).map(bare).filter(Boolean);
  return rows.filter((row) => {
    const all = bare(`${row.name} ${row.designations.join(" ")} ${row.condition} ${row.iso_group} ${row.hardness_hb ?? ""}hb`);
    return words.every((word) => all.includes(word));
  });
}

/** Groups whose constants are known to move with hardness. */
const MOVED_BY_HARDNESS = "PKMH";

/** The same metal harder or softer than the table has it. */
function Hardness({ rows, onDone }: { rows: readonly Row[]; onDone: () => void }) {
  const { state } = useJob();
  const material = state.jobs.now?.case.material;
  const row = rows.find((one) => one.id === material?.id);
  if (!material || !row || row.own || row.hardness_hb === null || !MOVED_BY_HARDNESS.includes(row.iso_group)) return null;
  return (
    <TypedField
      slot="material"
      kind="hardness"
      label={`${row.name}, at another hardness`}
      value={`${material.hardness_hb ?? row.hardness_hb} HB`}
      apply={figure((was, hardness_hb) => ({ ...was, material: { ...was.material, hardness_hb } }))}
      hint="HB; for steel also HV, HRC or N/mm²"
      onDone={onDone}
    />
  );
}

export function MaterialPicker({ onDone }: { onDone: () => void }) {
  const { state, change } = useJob();
  const materials = useMaterials();
  const [text, setText] = useState("");
  const found = matching(materials.data ?? [], text);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const choose = (row: Row) => void change({ phrase: "material", edit: (was) => ({ ...was, material: { id: row.id } }) }).then(onDone);
  return (
    <div className="grid gap-2">
      <input
        ref={input}
        className="field"
        aria-label="Search materials"
        placeholder="name, grade or hardness: 4140, S355, brass, 300 HB"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter" && found[0]) choose(found[0]);
        }}
      />
      <Hardness rows={materials.data ?? []} onDone={onDone} />
      {found.length === 0 && materials.data && (
        <p className="text-sm text-vermilion">No metal here is called “{text}”. Try its group, its number, or what it is like.</p>
      )}
      <ul className="grid gap-1">
        {found.map((row) => (
          <li key={row.id}>
            <button type="button" className="chip grid w-full" data-chosen={state.jobs.now?.case.material.id === row.id} onClick={() => choose(row)}>
              <span className="flex justify-between gap-2">
                <span>{row.name}</span>
                <span className="figure text-xs">
                  {row.iso_group}
                  {row.hardness_hb !== null && ` ${row.hardness_hb} HB`}
                </span>
              </span>
              <span className="text-xs text-faint">{[...row.designations, row.condition].filter(Boolean).join(" · ")}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
