/** One cutter out of its drawer: what it is, how worn, where it lies, what an edge costs. */
import { useMemo, useState } from "react";

import { api, type Schemas } from "../../../../api/client";
import { DrillPoint } from "../../../../drawing/DrillPoint";
import { pattern } from "../../../../job/fields";
import { BoardProvider, useDraft } from "../../board";
import type { Board, Spec } from "../../model";
import { inWords, useMay, useWritten } from "../../queries";
import { Choice, Figure, Flag } from "../Field";
import { History } from "../History";
import { Edge, type Measured } from "./Edge";
import { familyOf, words } from "../../../../job/words";
import { typedFigure } from "../../../../ui/typed";

type CutterRecord = Schemas["CutterRecord"];
const COSTS: readonly (readonly [string, string])[] = [
  ["price", "Price"],
  ["edge_price", "Insert, tip or blade"],
  ["edges_per_insert", "Edges on it"],
  ["regrinds", "Regrinds it takes"],
  ["regrind_price", "A regrind costs"],
  ["survivors_share", "Share that come back"],
  ["edge_life_m", "Metres an edge lasts"],
];

/** A figure where it is one; anything else goes to the server as it was typed, which says what is accepted. */
const figureOr = (value: unknown): unknown => typedFigure(String(value)) ?? value;

function Field({ path }: { path: string }) {
  const form = words().fields[pattern(path)];
  if (!form) return null;
  const label = form.words.charAt(0).toUpperCase() + form.words.slice(1);
  if (form.kind === "choice") return <Choice path={path} label={label} />;
  return form.kind === "flag" ? <Flag path={path} label={label} /> : <Figure path={path} label={label} />;
}

export function CutterCard({ record, onClose }: { record: CutterRecord; onClose: () => void }) {
  const saved = useMemo<Board>(
    () => ({
      spec: record.spec as Spec,
      extra: {
        name: record.name,
        count: record.count,
        place: record.place,
        note: record.note,
        set_name: record.set_name,
        costs: record.costs,
        uses_measured: record.uses_measured,
      },
    }),
    [record],
  );
  const [draft, dispatch, changed] = useDraft(`shop-cutter:${record.id}`, saved);
  const [said, setSaid] = useState<string | null>(null);
  const may = useMay("machinist");
  const written = useWritten();
  const { spec, extra } = draft.now;
  const costs = (extra.costs ?? {}) as Record<string, unknown>;
  const put = (name: string) => (event: { target: { value: string } }) => dispatch({ do: "extra", name, value: event.target.value });
  const save = async () => {
    try {
      const sent = Object.fromEntries(
        Object.entries(costs)
          .filter(([, value]) => value !== "" && value != null)
          .map(([name, value]) => [name, name === "holder" || name === "insert" ? value : figureOr(value)]),
      );
      await api.change("cutters", record.id, { ...extra, count: figureOr(extra.count), costs: sent, spec, revision: record.revision });
      await written();
      setSaid("Saved.");
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  const away = async () => {
    try {
      await api.remove("cutters", record.id);
      await written();
      onClose();
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  const text = (name: string, label: string) => (
    <label className="grid text-xs text-faint">
      {label}
      <input className="plate-field text-base text-ink" value={String(extra[name] ?? "")} readOnly={!may} maxLength={120} onChange={put(name)} />
    </label>
  );
  const more = [...new Set(["cutter.body_length_mm", "cutter.shank", "cutter.shank_diameter_mm", ...familyOf(String(spec.family)).asks])];
  return (
    <BoardProvider part="cutter" draft={draft} dispatch={dispatch} changed={changed} readOnly={!may} assumed={[]} problems={[]}>
      <section aria-label={record.name} className="plate grid content-start gap-2">
        <div className="flex items-start gap-3">
          <DrillPoint family={String(spec.family)} point={String(spec.point ?? "conventional")} width={30} />
          <div className="flex-1 text-lg font-semibold">{text("name", "Called")}</div>
          <button type="button" className="tap px-2" aria-label="Close" onClick={onClose}>
            ✕
          </button>
        </div>
        <div className="grid grid-cols-2 gap-x-4 gap-y-1">
          <Choice path="cutter.family" label="Family" />
          <Figure path="cutter.diameter_mm" label="Diameter" />
          <Choice path="cutter.substrate" label="Edge of" />
          {familyOf(String(spec.family)).standard_form && <Choice path="cutter.point" label="Point" />}
          <Choice path="cutter.wear" label="Worn" />
          <label className="grid text-xs text-faint">
            How many
            <input
              className="plate-field figure text-base text-ink"
              inputMode="numeric"
              value={String(extra.count ?? "")}
              readOnly={!may}
              onChange={put("count")}
            />
          </label>
          {text("place", "Where it is")}
          {text("set_name", "Belongs to the set")}
        </div>
        <details>
          <summary className="tap cursor-pointer text-sm underline decoration-dotted">Lengths, shank and the rest</summary>
          <div className="grid grid-cols-2 gap-x-4 gap-y-1">
            {more.map((path) => (
              <Field key={path} path={path} />
            ))}
          </div>
        </details>
        <details open={Object.keys(costs).length > 0}>
          <summary className="tap cursor-pointer text-sm underline decoration-dotted">What an edge costs, in the shop’s money</summary>
          <div className="grid grid-cols-2 gap-x-4 gap-y-1">
            {[...COSTS, ["holder", "Holder or body"] as const, ["insert", "Takes"] as const].map(([name, label]) => (
              <label key={name} className="grid text-xs text-faint">
                {label}
                <input
                  className={`plate-field text-base text-ink ${name === "holder" || name === "insert" ? "" : "figure"}`}
                  value={String(costs[name] ?? "")}
                  placeholder="not said"
                  readOnly={!may}
                  onChange={(event) => dispatch({ do: "extra", name: "costs", value: { ...costs, [name]: event.target.value } })}
                />
              </label>
            ))}
          </div>
        </details>
        <Edge
          measured={record.measured as Measured}
          used={extra.uses_measured !== false}
          may={may}
          onUse={(value) => dispatch({ do: "extra", name: "uses_measured", value })}
        />
        <label className="grid text-xs text-faint">
          Note
          <textarea className="plate-field text-base text-ink" rows={2} value={String(extra.note ?? "")} readOnly={!may} onChange={put("note")} />
        </label>
        <div className="flex flex-wrap items-center gap-2">
          {may && (
            <button type="button" className="chip font-semibold" disabled={!changed} onClick={() => void save()}>
              Save
            </button>
          )}
          {may && (
            <button type="button" className="chip" disabled={draft.past.length === 0} onClick={() => dispatch({ do: "undo" })}>
              Undo
            </button>
          )}
          {may && (
            <button type="button" className="chip" onClick={() => void away()}>
              Archive
            </button>
          )}
          <History kind="cutters" slug={record.id} onRestored={onClose} />
          <span role="status" className="text-sm text-bronze">
            {said ?? (changed ? "Not saved yet." : "")}
          </span>
        </div>
      </section>
    </BoardProvider>
  );
}
