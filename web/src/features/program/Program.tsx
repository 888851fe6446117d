/** A plan or a part's set-up as a program, and the simulated controller that reads it back: what each tool feeds and bears, what it made of
 * each hole, and every difference from the plan. The text may be changed and read again. */
import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";

import { Refused, type Schemas } from "../../api/client";
import type { System } from "../../job/types";
import { choicesOf, machineOf, words } from "../../job/words";
import { Choices } from "../../ui/Choices";
import { download } from "../../ui/download";
import { ReadBack } from "./ReadBack";

const ZERO = "program-zero";
const MILLED_ZEROS = ["left front corner, top face", "centre of the work, top face"];
const TURNED_ZEROS = ["face of the part, on the centre line"];
/** What a control says its own way, and is worth saying here. */
const BOTH_FORMS = [
  ["dwell", "A dwell"],
  ["block_numbers", "Numbers"],
  ["program_number", "Program number"],
  ["comments", "Comments"],
  ["optional_stop", "Stops"],
] as const;
const MILLED_FORMS = [
  ["work_offset", "Zero"],
  ["length_offset", "Lengths"],
  ["tool_change", "A tool is called by"],
  ["change_from", "A tool is changed"],
  ["arcs", "Arcs"],
  ...BOTH_FORMS,
] as const;
const TURNED_FORMS = [["codes", "Code system"], ["index_from", "The turret turns at"], ...BOTH_FORMS] as const;

/** The kinds of machine that run a program, in a line. */
const programming = (): string => {
  const called = words()
    .machine_kinds.filter((kind) => kind.programmed)
    .map((kind) => kind.called);
  const line = `${called.slice(0, -1).join(", ")} or ${called.at(-1)}`;
  return line.charAt(0).toUpperCase() + line.slice(1);
};

/** How a program is asked for. */
export type Way = { style: "cycles" | "moves"; units: "mm" | "in"; returns: 98 | 99; zero: string; control: Record<string, unknown> };
type Props = {
  /** The machine it is for, by name and kind; what is said of its control. */
  machine: string;
  kind: string;
  said: Record<string, unknown>;
  /** What is written, as far as it tells one program from another; how many places it has. */
  subject: unknown;
  places: number;
  file: string;
  system: System;
  /** Writes it; or runs the text that is given, and holds it against the plan. */
  ask: (way: Way, program: string | null, signal: AbortSignal) => Promise<Schemas["ControllerAnswer"]>;
};

/** Whether such a machine runs a program. */
export const programmed = (kind: string): boolean => machineOf(kind).programmed;

export function Program(props: Props) {
  if (!programmed(props.kind))
    return (
      <p className="text-sm text-faint">
        {props.machine} runs no program. {programming()} would.
      </p>
    );
  return <Written {...props} />;
}

function Written({ kind, said, subject, places, file, system, ask }: Props) {
  const [style, setStyle] = useState<"cycles" | "moves">(machineOf(kind).canned_cycles ? "cycles" : "moves");
  const [units, setUnits] = useState<"mm" | "in">(system.length === "inch" ? "in" : "mm");
  const [returns, setReturns] = useState<98 | 99>(98);
  const [typed, setTyped] = useState<string | null>(null);
  const [zero, setZero] = useState(() => sessionStorage.getItem(ZERO) ?? "");
  const [own, setOwn] = useState<Record<string, string>>({});
  const turning = machineOf(kind).lathe;
  const coolant = said.coolant as Record<string, number> | undefined;
  const [through, setThrough] = useState(String(coolant?.through ?? ""));
  const control = { ...said, ...own, ...(through ? { coolant: { ...coolant, through: Number(through) } } : {}) };
  const way: Way = { style, units, returns, zero, control };
  const written = useQuery({
    queryKey: ["program", subject, way],
    queryFn: ({ signal }) => ask(way, null, signal),
    retry: false,
    staleTime: 60_000,
  });
  const read = useQuery({
    queryKey: ["program-read", subject, zero, control, typed],
    queryFn: ({ signal }) => ask(way, typed, signal),
    enabled: typed !== null && typed.trim() !== "",
    retry: false,
    staleTime: 60_000,
  });
  const asked = typed === null ? written : read;
  const text = useRef<HTMLTextAreaElement>(null);
  /** Puts the caret on a line, and the line into sight. */
  const toLine = (line: number) => {
    const box = text.current;
    if (!box) return;
    const lines = box.value.split("\n");
    const start = lines.slice(0, line - 1).join("\n").length + (line > 1 ? 1 : 0);
    box.focus();
    box.setSelectionRange(start, start + (lines[line - 1]?.length ?? 0));
    box.scrollTop = ((line - 4) / lines.length) * box.scrollHeight;
  };
  const anew =
    <T,>(put: (value: T) => void) =>
    (value: T) => {
      put(value);
      setTyped(null);
    };
  return (
    <div className="grid gap-4 wide:grid-cols-[minmax(20rem,28rem)_minmax(0,1fr)]">
      <div className="grid content-start gap-2">
        <label className="grid text-xs text-faint">
          Where the program’s zero lies
          <input
            className="plate-field text-base"
            maxLength={120}
            placeholder={turning ? "face of the part, on the centre line" : "left front corner, top face"}
            value={zero}
            onChange={(event) => {
              setZero(event.target.value);
              sessionStorage.setItem(ZERO, event.target.value);
            }}
          />
        </label>
        {zero === "" && (
          <div className="flex flex-wrap gap-2">
            {(turning ? TURNED_ZEROS : MILLED_ZEROS).map((one) => (
              <button
                key={one}
                type="button"
                className="tap chip text-sm"
                onClick={() => {
                  setZero(one);
                  sessionStorage.setItem(ZERO, one);
                }}
              >
                {one}
              </button>
            ))}
          </div>
        )}
        {turning && !said.codes && (
          <Choices
            label="Code system of the control"
            choices={
              [
                ["turning-a", "U, W (A)"],
                ["turning-b", "G90, G91 (B)"],
              ] as const
            }
            chosen={(own.codes ?? "") as "turning-a"}
            onChoose={(codes) => setOwn({ ...own, codes })}
          />
        )}
        <details className="text-sm">
          <summary className="tap cursor-pointer">How this control says it</summary>
          <div className="grid grid-cols-2 gap-x-3 gap-y-1">
            {(turning ? TURNED_FORMS : MILLED_FORMS).map(([name, label]) => (
              <label key={name} className="grid text-xs text-faint">
                {label}
                <select
                  className="plate-field text-sm"
                  value={own[name] ?? (typeof said[name] === "string" ? said[name] : "")}
                  onChange={(event) => setOwn({ ...own, [name]: event.target.value })}
                >
                  <option value="" disabled>
                    as usual
                  </option>
                  {Object.entries(choicesOf(`machine.control.${name}`)).map(([choice, words]) => (
                    <option key={choice} value={choice}>
                      {words}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          </div>
          <label className="mt-1 grid w-48 text-xs text-faint">
            Coolant through the tool, its M code
            <input
              className="plate-field figure text-sm"
              inputMode="numeric"
              placeholder="not said"
              value={through}
              onChange={(event) => setThrough(event.target.value.replace(/\D/g, "").slice(0, 3))}
            />
          </label>
          <p className="text-faint">For good: on the machine’s page in the Shop.</p>
        </details>
        <div className="flex flex-wrap gap-2">
          <Choices
            label="Style"
            choices={
              [
                ["cycles", "canned cycles"],
                ["moves", "plain moves"],
              ] as const
            }
            chosen={style}
            onChoose={anew(setStyle)}
          />
          <Choices
            label="Units of the program"
            choices={
              [
                ["mm", "G21 mm"],
                ["in", "G20 in"],
              ] as const
            }
            chosen={units}
            onChoose={anew(setUnits)}
          />
          {style === "cycles" && (
            <Choices
              label="Return"
              choices={
                [
                  ["98", "G98"],
                  ["99", "G99"],
                ] as const
              }
              chosen={String(returns) as "98" | "99"}
              onChoose={anew((one) => setReturns(Number(one) as 98 | 99))}
            />
          )}
        </div>
        <textarea
          ref={text}
          aria-label="Program"
          className="program-text h-80 w-full border border-faint bg-paper p-2 text-xs"
          spellCheck={false}
          value={typed ?? written.data?.program ?? ""}
          onChange={(event) => setTyped(event.target.value)}
        />
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="tap chip font-semibold"
            disabled={!asked.data}
            onClick={() => asked.data && download(`${file}.nc`, "text/plain", asked.data.program)}
          >
            Save the program
          </button>
          {typed !== null && (
            <button type="button" className="tap chip" onClick={() => setTyped(null)}>
              Back to the plan’s
            </button>
          )}
          <label className="tap chip cursor-pointer">
            Read one from a file
            <input
              type="file"
              className="sr-only"
              accept=".nc,.txt,.tap,.gcode,.ngc"
              onChange={(event) => {
                void event.target.files?.[0]?.text().then(setTyped);
                // The same file may be chosen again once it was changed.
                event.target.value = "";
              }}
            />
          </label>
        </div>
      </div>
      <section aria-label="Simulated controller" className="min-w-0">
        <h3 className="heading">
          Simulated controller <span className="font-normal text-faint">it drives no machine</span>
        </h3>
        {asked.error instanceof Refused && (
          <p role="alert" className="text-sm text-vermilion">
            {asked.error.message}
          </p>
        )}
        {asked.data && <ReadBack ran={asked.data} places={places} system={system} onLine={toLine} />}
      </section>
    </div>
  );
}
