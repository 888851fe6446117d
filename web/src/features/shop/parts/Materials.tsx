/** Metals: the built-in table with its sources, and the shop's own, which may be changed. */
import { useMemo, useState } from "react";

import { api, type Schemas } from "../../../api/client";
import { useMaterials } from "../../../job/queries";
import { words } from "../../../job/words";
import { BoardProvider, useBoard, useDraft } from "../board";
import type { Board, Spec } from "../model";
import { NumberField } from "../../../ui/NumberField";
import { inWords, useMay, useWritten } from "../queries";
import { Choice, Figure, Word } from "./Field";
import { History } from "./History";

type Metal = Schemas["MaterialRecord"];
const FIELDS = ["hardness_hb", "tensile_n_mm2", "kc11_n_mm2", "mc", "kd_torque_lbf_in2", "kd_thrust_lbf_in2", "specific_energy_w_s_mm3", "spread"];
const RANGES = ["vc_hss_m_min", "vc_hssco_m_min", "vc_carbide_m_min"];
const CHOICES = ["power_law_row", "feed_class", "work_hardens", "chip", "grab", "magnetic"];

function Own({ record, from, onDone }: { record: Metal | null; from: Spec; onDone: () => void }) {
  const saved = useMemo<Board>(() => ({ spec: record ? (record.spec as Spec) : from, extra: { note: record?.note ?? "" } }), [record, from]);
  const [draft, dispatch, changed] = useDraft(`shop-material:${record?.id ?? "new"}`, saved);
  const [said, setSaid] = useState<string | null>(null);
  const may = useMay("lead");
  const written = useWritten();
  const { fields } = words();
  const { spec, extra } = draft.now;
  const label = (name: string) => (fields[`material.${name}`]?.words ?? name).replace(/^./, (letter) => letter.toUpperCase());
  const save = async () => {
    try {
      const body = { spec, note: extra.note };
      await (record ? api.change("materials", record.id, { ...body, revision: record.revision }) : api.add("materials", body));
      await written();
      onDone();
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  const away = async () => {
    if (!record) return;
    await api.remove("materials", record.id);
    await written();
    onDone();
  };
  return (
    <BoardProvider part="material" draft={draft} dispatch={dispatch} changed={changed} readOnly={!may} assumed={[]} problems={[]}>
      <section aria-label={record?.name ?? "A metal of the shop’s own"} className="plate grid content-start gap-2">
        <Word path="material.name" label="Called" placeholder="what the shop calls it" />
        <div className="grid grid-cols-2 gap-x-4 gap-y-1">
          <Choice path="material.iso_group" label="ISO 513 group" />
          {FIELDS.map((name) => (
            <Figure key={name} path={`material.${name}`} label={label(name)} />
          ))}
          {RANGES.map((name) => (
            <Span key={name} name={name} label={label(name)} />
          ))}
          {CHOICES.map((name) => (
            <Choice key={name} path={`material.${name}`} label={label(name)} />
          ))}
        </div>
        <label className="grid text-xs text-faint">
          Where these figures come from
          <textarea
            className="plate-field text-base text-ink"
            rows={2}
            value={String(extra.note ?? "")}
            readOnly={!may}
            onChange={(event) => dispatch({ do: "extra", name: "note", value: event.target.value })}
          />
        </label>
        <p className="text-xs text-faint">Group P, M or K with a hardness is enough; what is left out follows from them.</p>
        <div className="flex flex-wrap items-center gap-2">
          {may && (
            <button type="button" className="chip font-semibold" disabled={record !== null && !changed} onClick={() => void save()}>
              {record ? "Save" : "Put it in"}
            </button>
          )}
          {may && record && (
            <button type="button" className="chip" onClick={() => void away()}>
              Archive
            </button>
          )}
          {record && <History kind="materials" slug={record.id} onRestored={onDone} />}
          <button type="button" className="chip" onClick={onDone}>
            Close
          </button>
          <span role="status" className="text-sm text-vermilion">
            {said}
          </span>
        </div>
      </section>
    </BoardProvider>
  );
}

/** Two figures, low then high; the first that is said stands for both. */
function Span({ name, label }: { name: string; label: string }) {
  const { draft, dispatch, readOnly } = useBoard();
  const [low, high] = (draft.now.spec[name] as [number, number] | undefined) ?? [];
  const put = (value: unknown) => dispatch({ do: "set", values: [[name, value]] });
  return (
    <div className="grid content-start">
      <span className="text-xs text-faint">{label}, m/min</span>
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          bare
          label={`${label}, low`}
          value={low}
          low={0.5}
          high={high ?? 2000}
          readOnly={readOnly}
          onEmpty={() => put(null)}
          onNumber={(value) => put([value, high ?? value])}
        />
        <NumberField
          bare
          label={`${label}, high`}
          value={high}
          low={low ?? 0.5}
          high={2000}
          readOnly={readOnly}
          onEmpty={() => put(null)}
          onNumber={(value) => put([low ?? value, value])}
        />
      </div>
    </div>
  );
}

export function Materials() {
  const materials = useMaterials();
  const may = useMay("lead");
  const [text, setText] = useState("");
  const [open, setOpen] = useState<string | null>(null);
  const [from, setFrom] = useState<Spec>({ name: "", iso_group: "P", hardness_hb: 180 });
  const all = materials.data ?? [];
  const shown = all.filter((one) => [one.name, one.condition, one.id, ...one.designations].join(" ").toLowerCase().includes(text.toLowerCase()));
  const record = all.find((one) => one.id === open);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 wide:grid-cols-[minmax(0,1fr)_26rem]">
      <div className="grid content-start gap-2">
        <div className="flex flex-wrap items-end gap-3">
          <label className="grid flex-1 text-xs text-faint">
            Find a metal
            <input
              className="plate-field text-base text-ink"
              value={text}
              placeholder="name, number, condition"
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          {may && (
            <button
              type="button"
              className="chip font-semibold"
              onClick={() => {
                setFrom({ name: "", iso_group: "P", hardness_hb: 180 });
                setOpen("new");
              }}
            >
              A metal of our own
            </button>
          )}
        </div>
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Metals">
          <table className="w-full text-sm">
            <thead className="text-left text-xs text-faint">
              <tr>
                <th className="pl-2 font-normal">metal</th>
                <th className="font-normal">group</th>
                <th className="text-right font-normal">HB</th>
                <th className="pl-4 font-normal">also called</th>
                <th className="pl-3 font-normal">sure</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((one) => (
                <tr key={one.id} className={`border-b border-rule ${open === one.id ? "shadow-[inset_4px_0_0_var(--ink)]" : ""}`}>
                  <td className="pl-2">
                    <button type="button" className="py-1 text-left font-semibold text-blue" onClick={() => setOpen(one.id)}>
                      {one.name}
                    </button>
                    {one.own && <span className="ml-2 border border-bronze px-1 text-xs text-bronze">ours</span>}
                  </td>
                  <td className="figure">{one.iso_group}</td>
                  <td className="figure text-right">{one.hardness_hb ?? "–"}</td>
                  <td className="pl-4 text-faint">{one.designations.join(", ")}</td>
                  <td className="pl-3 text-faint">{one.sure}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </div>
      <div className="order-first wide:order-none">
        <div className="wide:sticky wide:top-2">
          {open === "new" && <Own key="new" record={null} from={from} onDone={() => setOpen(null)} />}
          {record?.own && <Own key={`${record.id} ${record.revision}`} record={record} from={from} onDone={() => setOpen(null)} />}
          {record && !record.own && (
            <section aria-label={record.name} className="plate grid content-start gap-2">
              <h2 className="heading">{record.name}</h2>
              <p className="text-sm text-faint">{record.condition}. Built in: it is read, not changed.</p>
              <dl className="grid grid-cols-[1fr_auto] gap-x-4 text-sm">
                {Object.entries(record.spec)
                  .filter(([name]) => name !== "name")
                  .map(([name, value]) => (
                    <Row key={name} name={name} value={value} />
                  ))}
              </dl>
              <p className="text-xs text-faint">
                Sources: {record.sources.join("; ")}. How sure: {record.sure}.
              </p>
              {may && (
                <button
                  type="button"
                  className="chip justify-self-start"
                  onClick={() => {
                    setFrom({ ...(record.spec as Spec), name: `${record.name}, ours` });
                    setOpen("new");
                  }}
                >
                  Make one of our own from it
                </button>
              )}
            </section>
          )}
          {!open && <p className="text-sm text-faint">Take one up to see every constant with its source.</p>}
        </div>
      </div>
    </div>
  );
}

function Row({ name, value }: { name: string; value: unknown }) {
  const form = words().fields[`material.${name}`];
  return (
    <>
      <dt className="text-faint">{form?.words ?? name}</dt>
      <dd className="figure m-0 text-right">
        {Array.isArray(value) ? value.join("–") : String(value).replaceAll("-", " ")} {form?.unit}
      </dd>
    </>
  );
}
