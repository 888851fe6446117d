/** The same hole on every machine of the shop, a few at a time: how far the search is, and a button that stops it. */
import { useUnits } from "../../../job/useUnits";
import { inUnits, time } from "../../../job/units";
import { money, sizes } from "../model";
import { useAnywhere } from "../queries";

export function AnyMachine({ body, onTake }: { body: { case: object; plan: object } | null; onTake: (machine: string) => void }) {
  const system = useUnits();
  const { search, offers, start, stop } = useAnywhere();
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-3">
        {search.going ? (
          <button type="button" className="tap chip font-semibold" onClick={stop}>
            Stop
          </button>
        ) : (
          <button type="button" className="tap chip font-semibold" disabled={!body} onClick={() => body && void start(body)}>
            Try every machine of the shop
          </button>
        )}
        {(search.going || search.tried > 0) && (
          <label className="flex items-center gap-2 text-sm">
            <progress className="h-3 w-44" value={search.tried} max={search.of || 1} />
            <span className="figure" role="status">
              {search.tried} of {search.of || "…"}
            </span>
          </label>
        )}
        {search.said && (
          <span role="alert" className="text-sm text-vermilion">
            {search.said}
          </span>
        )}
      </div>
      {offers.length > 0 && (
        <table className="text-sm">
          <thead>
            <tr className="text-left text-xs text-faint">
              {["machine", "drills, mm", "tools", "in all", "cost", "verdict"].map((name) => (
                <th key={name} className="pr-5 font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {offers.map((one) => (
              <tr key={one.machine_id} className="border-b border-rule align-top">
                <td className="pr-5">
                  {one.verdict && one.machine_id ? (
                    <button type="button" className="tap py-1 text-left font-semibold text-blue" onClick={() => onTake(one.machine_id ?? "")}>
                      {one.name}
                    </button>
                  ) : (
                    one.name
                  )}
                </td>
                {one.verdict ? (
                  <>
                    <td className="figure pr-5">{sizes(one.drills_mm)}</td>
                    <td className="figure pr-5">{one.tools}</td>
                    <td className="figure pr-5">{time(one.total_s)}</td>
                    <td className="figure pr-5">{money(one.total_cost)}</td>
                    <td>{one.said && inUnits(one.said, system)}</td>
                  </>
                ) : (
                  <td colSpan={5} className="text-faint">
                    {one.why && inUnits(one.why, system)}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
