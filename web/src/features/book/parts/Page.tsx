/** A page of the book: its table, the row that was looked up marked in it, and where each row is from. */
import { useEffect, useRef } from "react";

import type { Schemas } from "../../../api/client";
import { useUnits } from "../../../job/useUnits";
import { headed, written } from "../figures";

type Shown = Schemas["ReferencePage"];
const LETTERS = "abcdefghijklmnopqrstuvwxyz";
/** Said of what is not sure; the rest is quiet. */
const SURE: Record<string, string> = { medium: "fairly sure", low: "a rough guide" };
/** A cell of so few letters stays in one line. */
const SHORT = 18;

function Sources({ page, letterOf }: { page: Shown; letterOf: (key: string) => string }) {
  return (
    <footer className="grid gap-0.5 text-xs text-faint">
      {Object.entries(page.sources).map(([key, title]) => (
        <p key={key} className="m-0">
          <sup>{letterOf(key)}</sup> {title}.
        </p>
      ))}
    </footer>
  );
}

/** `bring`: the marked row is brought into view. */
export function Page({ page, marked, bring }: { page: Shown; marked: string; bring: boolean }) {
  const system = useUnits();
  const at = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (bring) at.current?.scrollIntoView?.({ block: "center" });
  }, [page.id, marked, bring]);
  const keys = Object.keys(page.sources);
  const letterOf = (key: string) => LETTERS[keys.indexOf(key)] ?? "";
  const figures = page.columns.map((column) => page.rows.some((row) => typeof row.cells[page.columns.indexOf(column)] === "number"));
  return (
    <section aria-labelledby="page-title" className="grid min-w-0 content-start gap-2">
      <h2 id="page-title" className="m-0 text-xl font-semibold">
        {page.words}
      </h2>
      <p className="m-0 max-w-[46rem] text-faint">{page.about}</p>
      <div
        className="overflow-auto wide:max-h-[calc(100vh-8.5rem)] print:max-h-none print:overflow-visible"
        tabIndex={0}
        role="region"
        aria-label={`${page.words}: the table`}
      >
        <table className="border-separate border-spacing-0">
          <thead>
            <tr className="align-bottom">
              {page.columns.map((column, place) => (
                <th
                  key={column.name}
                  scope="col"
                  className={`border-b-2 border-ink bg-film px-2 py-1 first:pl-1 sticky top-0 z-10 print:static ${figures[place] ? "text-right" : "text-left"}`}
                >
                  {headed(column, system)}
                </th>
              ))}
              <th scope="col" className="border-b-2 border-ink bg-film px-2 py-1 text-left text-xs font-normal text-faint sticky top-0 z-10 print:static">
                from
              </th>
            </tr>
          </thead>
          <tbody>
            {page.rows.map((row) => (
              <tr
                key={row.id}
                ref={row.id === marked ? at : undefined}
                aria-current={row.id === marked ? "true" : undefined}
                className={`align-top *:border-b *:border-rule ${row.id === marked ? "bg-paper outline-2 -outline-offset-2 outline-bronze" : ""}`}
              >
                {row.cells.map((cell, place) => {
                  const column = page.columns[place];
                  if (!column) return null;
                  const words = written(cell, column, system);
                  return place === 0 ? (
                    <th
                      key={column.name}
                      scope="row"
                      className={`figure sticky left-0 ${row.id === marked ? "bg-paper" : "bg-film"} py-0.5 pr-2 pl-1 text-left font-semibold print:static ${words.length < SHORT ? "whitespace-nowrap" : ""}`}
                    >
                      {words}
                    </th>
                  ) : (
                    <td
                      key={column.name}
                      className={`px-2 py-0.5 ${figures[place] ? "figure text-right" : "max-w-[32rem]"} ${words.length < SHORT ? "whitespace-nowrap" : ""} ${cell === null ? "text-faint" : ""}`}
                    >
                      {words}
                    </td>
                  );
                })}
                <td className="px-2 py-0.5 text-xs whitespace-nowrap text-faint">
                  {SURE[row.sure] ?? ""}
                  <sup>{row.sources.map(letterOf).join(" ")}</sup>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Sources page={page} letterOf={letterOf} />
    </section>
  );
}
