/** The log as a table, for those who do not see the picture. */
import type { System } from "../../job/types";
import { plain, show, significant, time } from "../../job/units";
import { type Log, reading, TRACKS } from "./layout";

export function LogTable({ log, system }: { log: Log; system: System }) {
  const last = log.depth_mm.at(-1) ?? 0;
  const places = [0.1, 0.25, 0.5, 0.75, 1].map((share) => Number((share * last).toFixed(1)));
  return (
    <>
      <table className="w-full">
        <thead>
          <tr className="text-left text-faint">
            <th className="font-medium">Depth of the tip</th>
            {log.time_s && <th className="text-right font-medium">After</th>}
            {TRACKS.map(([name, title]) => (
              <th key={name} className="text-right font-medium">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {places.map((place) => (
            <tr key={place} className="figure border-t border-rule">
              <td>{plain(place, system)}</td>
              {log.time_s && <td className="text-right">{time(reading(log.depth_mm, log.time_s, place))}</td>}
              {TRACKS.map(([name, , unit]) => (
                <td key={name} className="text-right">
                  {show(reading(log.depth_mm, log.tracks[name].middle, place), unit, system, 2)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {log.energy_kj !== null && (
        <p className="text-faint">
          Energy of the cut <span className="figure">{significant(log.energy_kj, 2)} kJ</span>
          {log.cycle_s !== null && (
            <>
              ; a hole every <span className="figure">{time(log.cycle_s)}</span>
            </>
          )}
          {log.rms_kw !== null && (
            <>
              , in which the spindle gives <span className="figure">{show(log.rms_kw, "kW", system, 2)}</span> root-mean-square
            </>
          )}
          .
        </p>
      )}
    </>
  );
}
