/** The foot of a job card: boxes to write in, what may hurt, and that figures are estimates. */
import { today } from "../ui/dates";

const MOST_CAUTIONS = 7;

export function CardFoot({ boxes, cautions }: { boxes: readonly [string, string, string]; cautions: readonly string[] }) {
  return (
    <>
      <div className="mt-1 grid grid-cols-[1fr_1fr_2fr] gap-2">
        {boxes.map((box) => (
          <div key={box} className="h-14 border border-rule px-1">
            {box}
          </div>
        ))}
      </div>
      <ul className="mt-1 list-disc pl-4">
        {cautions.slice(0, MOST_CAUTIONS).map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <p className="mt-1">Printed {today()}. Figures are estimates: the machine’s instructions, the shop’s rules and the responsible person come first.</p>
    </>
  );
}
