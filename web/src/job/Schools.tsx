/** The schools side by side, the band they make, and which one counts. */
import { useJob } from "./provider";
import type { Answer, Case } from "./types";
import { show, showBand } from "./units";

type School = NonNullable<Case["setting"]["school"]>;

export function Schools({ answer }: { answer: Answer }) {
  const { state, change, system } = useJob();
  const pinned = state.jobs.now?.case.setting.school ?? null;
  const pin = (school: School | null) => void change({ phrase: "feed", edit: (was) => ({ ...was, setting: { ...was.setting, school } }) });
  const { demand } = answer;
  return (
    <table className="w-full text-sm">
      <caption className="sr-only">Torque, thrust and power by each method, and the band they make</caption>
      <thead>
        <tr className="text-left text-faint">
          <th className="font-medium">Method</th>
          <th className="text-right font-medium">Torque</th>
          <th className="text-right font-medium">Thrust</th>
          <th className="text-right font-medium">Power</th>
          <th>
            <span className="sr-only">Pin</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {Object.entries(demand.schools).map(([id, load]) => (
          <tr key={id} className="border-t border-rule">
            <td className="py-1">{demand.names[id]}</td>
            {load.why_not ? (
              <td colSpan={3} className="text-faint">
                {load.why_not}
              </td>
            ) : (
              <>
                <td className="figure text-right">{show(load.torque_nm, "N·m", system)}</td>
                <td className="figure text-right">
                  {load.thrust_n === null ? <span className="text-faint">not estimated by this method</span> : show(load.thrust_n, "N", system)}
                </td>
                <td className="figure text-right">{show(load.power_kw, "kW", system)}</td>
              </>
            )}
            <td className="pl-2 text-right">
              {!load.why_not && (
                <button
                  type="button"
                  className="tap underline decoration-dotted"
                  aria-pressed={pinned === id}
                  onClick={() => pin(pinned === id ? null : (id as School))}
                >
                  {pinned === id ? "unpin" : "pin"}
                </button>
              )}
            </td>
          </tr>
        ))}
        <tr className="border-t-2 border-ink font-semibold">
          <td className="py-1">{pinned ? "Band, pinned" : "Band"}</td>
          <td className="figure text-right">{showBand(demand.torque_nm.low ?? 0, demand.torque_nm.high ?? 0, "N·m", system)}</td>
          <td className="figure text-right">{showBand(demand.thrust_n.low ?? 0, demand.thrust_n.high ?? 0, "N", system)}</td>
          <td className="figure text-right">{showBand(demand.power_kw.low ?? 0, demand.power_kw.high ?? 0, "kW", system)}</td>
          <td />
        </tr>
      </tbody>
    </table>
  );
}
