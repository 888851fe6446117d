/** The window in words and figures, for those who do not see the map. */
import type { System } from "../../job/types";
import { show, speed } from "../../job/units";
import type { Window } from "./layout";

const span = (values: readonly number[]): [number, number] => [Math.min(...values), Math.max(...values)];

export function WindowTable({ window, system }: { window: Window; system: System }) {
  const { recommended, point } = window;
  const at = (place: typeof point) =>
    place ? `${speed(place.speed_rpm)}, ${show(place.feed_mm_rev, "mm/rev", system, 2)}: ${place.verdict.replace("-", " ")}` : "none";
  return (
    <>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4">
        <dt>The setting</dt>
        <dd className="figure m-0">{at(point)}</dd>
        <dt>Best there is</dt>
        <dd className="figure m-0">{at(recommended)}</dd>
        <dt>Speeds of the machine</dt>
        <dd className="figure m-0">
          {[...window.rails.map((rail) => speed(rail.speed_rpm)), ...window.ranges.map((range) => `${range.low_rpm} to ${speed(range.high_rpm)}`)].join(", ")}
        </dd>
      </dl>
      <table className="w-full">
        <thead>
          <tr className="text-left text-faint">
            <th className="font-medium">Ground</th>
            <th className="font-medium">is</th>
            <th className="font-medium">between speeds</th>
            <th className="font-medium">and feeds</th>
          </tr>
        </thead>
        <tbody>
          {window.regions.map((region, place) => {
            const [slow, fast] = span(region.outline.map(([rpm]) => rpm ?? 0));
            const [low, high] = span(region.outline.map(([, feed]) => feed ?? 0));
            return (
              <tr key={place} className="border-t border-rule">
                <td>{region.failure}</td>
                <td>{region.mark === "hard" ? "closed" : "tight"}</td>
                <td className="figure">
                  {Math.round(slow)}–{speed(Math.round(fast))}
                </td>
                <td className="figure">
                  {show(low, "mm/rev", system, 2)} – {show(high, "mm/rev", system, 2)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
