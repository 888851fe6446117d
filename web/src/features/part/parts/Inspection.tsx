/** A kept part's holes as they were measured, each beside its letter. */
import { useQuery } from "@tanstack/react-query";

import { partsApi } from "../../../api/parts";
import { useUnits } from "../../../job/useUnits";
import { plain } from "../../../job/units";
import { day } from "../../../ui/dates";

const JUDGED = { within: "within", over: "too big", under: "too small" } as const;

export function Inspection({ slug }: { slug: string }) {
  const system = useUnits();
  const found = useQuery({ queryKey: ["cuts", "inspection", slug], queryFn: () => partsApi.inspection("parts", slug), retry: false });
  if (!found.data) return null;
  const measured = found.data.flatMap((one) => one.places).filter((one) => Object.keys(one.size).length > 0).length;
  return (
    <section aria-label="Measured" className="grid gap-1">
      <h2 className="heading border-b border-ink">Measured</h2>
      {measured === 0 && <p className="m-0 text-sm text-faint">Nothing yet: write a hole’s size down at the machine, and it stands here beside its letter.</p>}
      {measured > 0 && (
        <table className="w-full border-collapse text-sm">
          <tbody>
            {found.data.map((one) => (
              <tr key={one.letter} className="border-b border-rule align-baseline">
                <th scope="row" className="py-1 pr-3 text-left">
                  {one.letter} {one.text}
                  <span className="block font-normal text-faint">
                    {one.least_mm === null || one.most_mm === null
                      ? "by its gauge"
                      : `${plain(one.least_mm, system)} to ${plain(one.most_mm, system)}${one.judged_by === "general" ? ", ISO 2768-m: no tolerance is drawn" : ""}`}
                  </span>
                </th>
                <td>
                  <ul className="m-0 flex flex-wrap gap-x-4 p-0">
                    {one.places.map((place) => (
                      <li key={place.place} className={place.judged && place.judged !== "within" ? "font-semibold text-vermilion" : ""}>
                        {one.letter}
                        {place.place}{" "}
                        <span className="figure">{typeof place.size["diameter_mm"] === "number" ? plain(place.size["diameter_mm"], system) : ""}</span>
                        {place.size["gauge"] === "go" && " gauge goes"}
                        {place.size["gauge"] === "no-go" && " gauge does not go"}
                        {typeof place.size["off_place_mm"] === "number" && `, off its place ${plain(place.size["off_place_mm"], system)}`}
                        {place.judged && place.judged !== "within" && `, ${JUDGED[place.judged]}`}
                        {place.at === null ? <span className="text-faint">not measured</span> : <span className="text-faint"> {day(place.at)}</span>}
                      </li>
                    ))}
                  </ul>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
