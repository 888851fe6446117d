/** One machine as its plate: every part of it edited where it is drawn, the curve following the pen. */
import { useMemo } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useLocation } from "wouter";

import { api, type Schemas } from "../../../../api/client";
import { SpindleCurve } from "../../../../drawing/shop/SpindleCurve";
import { at } from "../../../../job/fields";
import { useJob } from "../../../../job/provider";
import { useUnits } from "../../../../job/useUnits";
import type { Machine } from "../../../../job/types";
import { Actions } from "../../../../ui/Actions";
import { BoardProvider, useDraft } from "../../board";
import type { Board, Spec } from "../../model";
import { inWords, useDrawn, useMay, useRated, useWritten } from "../../queries";
import { Choice, Word } from "../Field";
import { History } from "../History";
import { Body } from "./Body";
import { Control } from "./Control";
import { Chain } from "./Chain";
import { Feed } from "./Feed";
import { Makes } from "./Makes";
import { Motor } from "./Motor";
import { Rated } from "./Rated";
import { Speeds } from "./Speeds";
import { plainMachine } from "../../../../job/words";

type MachineRecord = Schemas["MachineRecord"];
type Stage = { min_rpm?: number | null; curve?: [number, number][] | null };

/** A machine nobody has described yet: only what cannot be left out. */
export function blankMachine(): Spec {
  const { id, feed } = plainMachine();
  return { kind: id, name: "", spindle: { plate: { output_kw: 0.37 }, stages: [{ speed_rpm: 600 }] }, feed: { kind: feed }, holder: { kind: "chuck" } };
}

type Props = {
  record: MachineRecord | null;
  /** What was last done, said where the screen has been drawn anew since. */
  said: string | null;
  onSaid: (words: string) => void;
  onSaved: (id: string) => void;
  onGone: () => void;
};

export function MachineScreen({ record, said, onSaid, onSaved, onGone }: Props) {
  const saved = useMemo<Board>(() => ({ spec: (record?.spec as Spec | undefined) ?? blankMachine(), extra: { note: record?.note ?? "" } }), [record]);
  const [draft, dispatch, changed] = useDraft(`shop-machine:${record?.id ?? "new"}`, saved);
  const { drawn, stale, problems } = useDrawn(draft.now.spec);
  const rated = useRated(draft.now.spec, problems.length === 0);
  const may = useMay("lead");
  const written = useWritten();
  const system = useUnits();
  const [, navigate] = useLocation();
  const { change, state } = useJob();
  const { spec, extra } = draft.now;
  useHotkeys("ctrl+z, meta+z", () => dispatch({ do: "undo" }), { preventDefault: true });
  useHotkeys("ctrl+y, ctrl+shift+z, meta+shift+z", () => dispatch({ do: "redo" }), { preventDefault: true });

  const save = async () => {
    try {
      const body = { spec, note: extra.note };
      const kept = record ? await api.change("machines", record.id, { ...body, revision: record.revision }) : await api.add("machines", body);
      await written();
      dispatch({ do: "open", board: { spec: kept.spec as Spec, extra: { note: kept.note } } });
      onSaid("Saved.");
      onSaved(kept.id);
    } catch (error) {
      onSaid(inWords(error));
    }
  };
  const away = async () => {
    if (!record) return;
    try {
      const gone = await api.remove("machines", record.id);
      onSaid(gone.standing === "retired" ? "Retired: kept checks were made with it." : "In the bin for 30 days.");
      onGone();
      await written();
    } catch (error) {
      onSaid(inWords(error));
    }
  };
  const drill = async () => {
    if (!record) return;
    await change({
      phrase: "machine",
      settles: "machine",
      refs: { machine: { id: record.id, revision: record.revision } },
      edit: (was) => ({ ...was, machine: record.spec as Machine }),
    });
    navigate("/");
  };

  const stages = (at(spec, "spindle.stages") as Stage[] | undefined) ?? [];
  const edited = stages.findIndex((stage) => stage.min_rpm != null && stage.curve);
  const assumed = drawn?.assumed ?? [];
  const length = (path: string, usual: number) =>
    (at(spec, path) as number | undefined) ?? (assumed.find((one) => one.field === `machine.${path}`)?.value as number | undefined) ?? usual;
  const typing = Object.keys(draft.texts).length > 0;
  return (
    <BoardProvider part="machine" draft={draft} dispatch={dispatch} changed={changed} readOnly={!may} assumed={assumed} problems={problems}>
      <Actions>
        {may && (
          <button type="button" className="tap chip" disabled={draft.past.length === 0} onClick={() => dispatch({ do: "undo" })}>
            Undo
          </button>
        )}
        {may && (
          <button type="button" className="tap chip" disabled={draft.future.length === 0} onClick={() => dispatch({ do: "redo" })}>
            Redo
          </button>
        )}
        {record && <History kind="machines" slug={record.id} />}
        {record && may && (
          <button type="button" className="tap chip" onClick={() => void away()}>
            Archive
          </button>
        )}
        {record && (
          <button type="button" className="tap chip" disabled={changed || !state.jobs.now} onClick={() => void drill()}>
            Drill with it
          </button>
        )}
        {may && (
          <button
            type="button"
            className="tap chip font-semibold"
            disabled={(!changed && record !== null) || typing || problems.length > 0}
            onClick={() => void save()}
          >
            {record ? "Save" : "Put it in the yard"}
          </button>
        )}
      </Actions>
      <div className="grid gap-3">
        <header className="flex flex-wrap items-end gap-x-5 gap-y-1">
          <div className="min-w-52 flex-1 text-xl font-semibold">
            <Word path="machine.name" label="Name" placeholder="what the shop calls it" />
          </div>
          <div className="w-44">
            <Choice path="machine.kind" label="Kind" />
          </div>
          <label className="grid min-w-64 flex-[2] text-xs text-faint">
            Note
            <input
              className="plate-field text-base text-ink"
              value={String(extra.note ?? "")}
              maxLength={4000}
              readOnly={!may}
              onChange={(event) => dispatch({ do: "extra", name: "note", value: event.target.value })}
            />
          </label>
        </header>
        <div role="status" className="min-h-5 text-sm">
          {!may && <span className="text-faint">A lead or an admin may change machines; you can look. </span>}
          {problems.length > 0 && (
            <span className="text-vermilion">
              {problems.map((one) => `${one.field.replace(/^machine\./, "").replaceAll("_", " ")}: ${one.message}`).join("; ")}
            </span>
          )}
          {problems.length === 0 && !changed && said && <span className="text-green">{said}</span>}
          {changed && problems.length === 0 && <span className="text-bronze">Not saved yet.</span>}
        </div>
        {drawn && (
          <div className={`grid grid-cols-[minmax(0,1fr)] gap-3 items-start wide:grid-cols-2 ${stale ? "stale" : ""}`}>
            <Motor />
            <div className="min-w-0">
              <section aria-label="Spindle" className="plate">
                <h2 className="heading">At the spindle</h2>
                <SpindleCurve
                  curves={drawn.curves}
                  speeds={drawn.speeds}
                  system={system}
                  points={edited >= 0 ? (stages[edited]?.curve ?? undefined) : undefined}
                  onDrag={may ? (points) => dispatch({ do: "set", values: [[`spindle.stages.${edited}.curve`, points]] }) : undefined}
                />
              </section>
            </div>
            <div className="wide:col-span-2">
              <Speeds drawn={drawn} />
            </div>
            <Chain chain={drawn.chain} />
            <Rated rated={rated.data?.rated ?? []} working={rated.isPlaceholderData} />
            <div className="grid min-w-0 content-start gap-3">
              <Feed hand={drawn.hand} arm={length("feed.lever_length_mm", 180)} pinion={length("feed.pinion_radius_mm", 15)} />
              <Makes spec={spec} sound={problems.length === 0} />
            </div>
            <Body />
            <div className="wide:col-span-2">
              <Control />
            </div>
          </div>
        )}
      </div>
    </BoardProvider>
  );
}
