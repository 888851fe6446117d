/** Metals by what people call them: the everyday ones first, then the whole table by groups; what is typed is read with spelling forgiven. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import { api, Refused, type Schemas } from "../../api/client";
import { figure, useJob } from "../provider";
import { useMaterials } from "../queries";
import { words } from "../words";
import { TypedField } from "./TypedField";

type Row = Schemas["MaterialRecord"];

const bare = (text: string): string =>
  text
    .toLowerCase()
    .normalize("NFD")
    .replace(/[^a-z0-9]+/g, "");

/** Every word typed must stand somewhere in the row, whatever the spelling of spaces and dashes. */
export function matching(rows: readonly Row[], text: string): Row[] {
  const typed = text.split(/\s+/).map(bare).filter(Boolean);
  return rows.filter((row) => {
    const all = bare(`${row.name} ${row.designations.join(" ")} ${row.condition} ${row.iso_group} ${row.hardness_hb ?? ""}hb`);
    return typed.every((word) => all.includes(word));
  });
}

/** Rows under their groups' words, the shop's own first. */
export function grouped(rows: readonly Row[]): [string, Row[]][] {
  const groups = new Map<string, Row[]>();
  for (const row of [...rows].sort((a, b) => Number(b.own) - Number(a.own))) {
    const name = row.own ? "the shop’s own" : row.group;
    groups.set(name, [...(groups.get(name) ?? []), row]);
  }
  return [...groups];
}

const reading = (text: string) => ({ queryKey: ["metal", text], queryFn: () => api.readMetal(text), retry: false, staleTime: Infinity }) as const;

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

/** One metal of the table. */
function Metal({ row, chosen, onChoose }: { row: Row; chosen: boolean; onChoose: () => void }) {
  const here = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // Not when it opens on a phone, where the keys would scroll away with it.
    if (chosen) here.current?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  return (
    <button ref={here} type="button" className="chip grid w-full" data-chosen={chosen} onClick={onChoose}>
      <span className="flex justify-between gap-2">
        <span>{row.name}</span>
        {row.hardness_hb !== null && <span className="figure text-xs">{row.hardness_hb} HB</span>}
      </span>
      <span className="text-xs text-faint">{[...row.designations, row.condition].filter(Boolean).join(" · ")}</span>
    </button>
  );
}

/** The dozen metals most shops have, in their groups. */
function Everyday({ now, onChoose }: { now: string | null | undefined; onChoose: (id: string) => void }) {
  const groups = [...new Set(words().everyday_metals.map(({ group }) => group))];
  return (
    <div className="grid grid-cols-[auto_1fr] items-baseline gap-x-3 gap-y-1.5" role="group" aria-label="Everyday metals">
      {groups.map((group) => (
        <div key={group} className="contents">
          <span className="text-sm text-faint first-letter:uppercase">{group}</span>
          <span className="flex flex-wrap gap-1.5">
            {words()
              .everyday_metals.filter((metal) => metal.group === group)
              .map(({ id, called }) => (
                <button key={id} type="button" className="chip text-sm" aria-pressed={now === id} onClick={() => onChoose(id)}>
                  {called}
                </button>
              ))}
          </span>
        </div>
      ))}
    </div>
  );
}

export function MaterialPicker({ onDone }: { onDone: () => void }) {
  const { state, change } = useJob();
  const materials = useMaterials();
  const client = useQueryClient();
  const [text, setText] = useState("");
  const typed = text.trim();
  const rows = matching(materials.data ?? [], text);
  const read = useQuery({ ...reading(typed), enabled: typed !== "" });
  const refused = read.error instanceof Refused ? read.error.message : null;
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const now = state.jobs.now?.case.material.id;
  const choose = (id: string, hardness_hb?: number | null) =>
    void change({ phrase: "material", edit: (was) => ({ ...was, material: hardness_hb == null ? { id } : { id, hardness_hb } }) }).then(onDone);
  const own = rows.find((row) => row.own && bare(row.name) === bare(typed));
  /** The shop's own by its name, else what the name is read as, else the first row that has it. */
  const take = async () => {
    if (own) return choose(own.id);
    if (typed === "") return onDone();
    const found = await client.fetchQuery(reading(typed)).catch(() => null);
    if (found) choose(found.id, found.hardness_hb);
    else if (rows[0]) choose(rows[0].id);
  };
  return (
    <div className="grid gap-3">
      <input
        ref={input}
        className="field"
        aria-label="What metal is it?"
        aria-describedby="metal-read"
        placeholder="mild steel, 4140, EN8, stainless, 30 HRC"
        value={text}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter") void take();
        }}
      />
      <div id="metal-read" aria-live="polite" className="grid gap-1.5">
        {read.data && (
          <button type="button" className="chip grid w-full border-blue" onClick={() => choose(read.data.id, read.data.hardness_hb)}>
            <span className="font-semibold">
              {read.data.name}
              {read.data.hardness_hb !== null && `, ${read.data.hardness_hb} HB`}
            </span>
            <span className="text-sm text-faint first-letter:uppercase">{read.data.why}</span>
          </button>
        )}
        {refused && <p className="text-sm text-vermilion first-letter:uppercase">{refused}</p>}
      </div>
      {typed === "" && <Everyday now={now} onChoose={choose} />}
      <Hardness rows={materials.data ?? []} onDone={onDone} />
      {grouped(rows).map(([group, metals]) => (
        <section key={group} aria-label={group} className="grid gap-1">
          <h3 className="heading first-letter:uppercase">{group}</h3>
          {metals.map((row) => (
            <Metal key={row.id} row={row} chosen={now === row.id} onChoose={() => choose(row.id)} />
          ))}
        </section>
      ))}
    </div>
  );
}
