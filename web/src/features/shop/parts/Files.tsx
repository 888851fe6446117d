/** Files out and in: the shop as JSON, its parts as CSV and XLSX; what a file would do is shown before it does it. */
import { useState } from "react";

import { api, type FileForm, type FileKind, type Schemas } from "../../../api/client";
import { inWords, useMay, useWritten } from "../queries";

type Brought = Schemas["Brought"];
const KINDS = [
  ["machines", "Machines"],
  ["cutters", "Cutters"],
  ["materials", "Own metals"],
  ["checks", "Kept checks"],
] as const;
const WHAT: Record<string, string> = { new: "new", changed: "changed", same: "as it is", wrong: "will not do" };
const MOST_SHOWN = 300;

const formOf = (name: string): FileForm | null => (/\.csv$/i.test(name) ? "csv" : /\.xlsx$/i.test(name) ? "xlsx" : /\.json$/i.test(name) ? "json" : null);

export function Files() {
  const may = useMay("machinist");
  const lead = useMay("lead");
  const written = useWritten();
  const [kind, setKind] = useState<FileKind>("cutters");
  const [file, setFile] = useState<File | null>(null);
  const [found, setFound] = useState<Brought | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const link = (address: string, words: string) => (
    <a className="chip inline-block text-ink no-underline" href={address} download>
      {words}
    </a>
  );
  const send = async (wanted: File, as: FileKind, write: boolean) => {
    const form = formOf(wanted.name);
    setFound(null);
    if (!form) return setSaid("This is neither CSV, XLSX nor JSON by its name.");
    try {
      const brought = await api.bringIn(form === "json" && as !== "shop" && wanted.name.includes("shop") ? "shop" : as, form, wanted, write);
      setFound(brought);
      setSaid(null);
      if (brought.written) await written();
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-5 wide:grid-cols-2">
      <section aria-label="Out" className="plate grid content-start gap-2">
        <h2 className="heading">Out</h2>
        {!may && <p className="text-sm text-faint">A machinist, a lead or an admin may take files out.</p>}
        {may && (
          <>
            <p className="text-sm">
              The whole shop in one file, as it can be brought in again here or elsewhere: machines, cutters, own metals, kept checks and plans with the answers
              they were given.
            </p>
            <div className="flex flex-wrap gap-2">
              {link("/api/export/shop", "Full backup of the shop")}
              {link("/api/export/schema", "For programmers: its schema")}
            </div>
            <table className="text-sm">
              <tbody>
                {KINDS.map(([one, words]) => (
                  <tr key={one} className="border-b border-rule">
                    <th className="py-1 pr-4 text-left font-semibold">{words}</th>
                    <td className="flex flex-wrap gap-2 py-1">
                      {link(`/api/export/${one}?form=csv`, "CSV")}
                      {link(`/api/export/${one}?form=xlsx`, "XLSX")}
                      {one === "cutters" && (
                        <>
                          {link("/api/export/cutters?form=csv&iso=true", "CSV, ISO 13399 symbols")}
                          {link("/api/export/cutters?form=xlsx&iso=true", "XLSX, ISO 13399 symbols")}
                        </>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        )}
      </section>
      <section aria-label="In" className="plate grid content-start gap-2">
        <h2 className="heading">In</h2>
        {!lead && <p className="text-sm text-faint">A lead or an admin may bring files in.</p>}
        {lead && (
          <>
            <p className="text-sm">
              Nothing is written until every row will do and you say so. A row with a known name in its slug column takes that one’s place; what the file does
              not speak of stays. Tables: at most 2 MB, 5000 rows; a whole shop 32 MB; no formulas.
            </p>
            <div className="flex flex-wrap items-end gap-3">
              <label className="grid text-xs text-faint">
                It holds
                <select
                  className="plate-field w-40!"
                  value={kind}
                  onChange={(event) => {
                    const next = event.target.value as FileKind;
                    setKind(next);
                    if (file) void send(file, next, false);
                  }}
                >
                  <option value="shop">the whole shop</option>
                  {KINDS.map(([one, words]) => (
                    <option key={one} value={one}>
                      {words.toLowerCase()}
                    </option>
                  ))}
                </select>
              </label>
              <label className="grid text-xs text-faint">
                File
                <input
                  type="file"
                  accept=".csv,.xlsx,.json"
                  className="text-sm text-ink"
                  onChange={(event) => {
                    const next = event.target.files?.[0] ?? null;
                    // Emptied, so that the same file, mended, can be chosen again.
                    event.target.value = "";
                    if (!next) return;
                    setFile(next);
                    void send(next, kind, false);
                  }}
                />
              </label>
              {file && <span className="figure text-sm">{file.name}</span>}
            </div>
            {said && (
              <p role="alert" className="text-sm text-vermilion">
                {said}
              </p>
            )}
            {found && file && (
              <div className="grid gap-2">
                <p role="status" className="text-sm font-semibold">
                  {found.written ? "Brought in" : "It would bring in"}: {found.new} new, {found.changed} changed, {found.same} as they are
                  {found.wrong ? `; ${found.wrong} will not do, so nothing is written` : ""}.
                </p>
                {!found.written && (
                  <button
                    type="button"
                    className="chip justify-self-start font-semibold"
                    disabled={found.wrong > 0 || found.new + found.changed === 0}
                    onClick={() => void send(file, kind, true)}
                  >
                    Bring all of it in
                  </button>
                )}
                <div className="max-h-[26rem] overflow-auto" tabIndex={0} role="region" aria-label="Rows of the file">
                  <table className="w-full text-sm">
                    <thead className="text-left text-xs text-faint">
                      <tr>
                        <th className="font-normal">row</th>
                        <th className="font-normal">what</th>
                        <th className="font-normal">name</th>
                        <th className="font-normal">why not</th>
                      </tr>
                    </thead>
                    <tbody>
                      {[...found.rows]
                        .sort((a, b) => Number(b.what === "wrong") - Number(a.what === "wrong"))
                        .slice(0, MOST_SHOWN)
                        .map((row) => (
                          <tr key={`${row.kind} ${row.row}`} className="border-b border-rule align-top">
                            <td className="figure">{row.row}</td>
                            <td className={row.what === "wrong" ? "font-semibold text-vermilion" : row.what === "same" ? "text-faint" : "text-green"}>
                              {WHAT[row.what]}
                            </td>
                            <td>{row.name || row.slug}</td>
                            <td className="text-vermilion">{row.problems.map((one) => `${one.field}: ${one.message}`).join("; ")}</td>
                          </tr>
                        ))}
                    </tbody>
                  </table>
                  {found.rows.length > MOST_SHOWN && <p className="text-xs text-faint">and {found.rows.length - MOST_SHOWN} more</p>}
                </div>
              </div>
            )}
          </>
        )}
      </section>
    </div>
  );
}
