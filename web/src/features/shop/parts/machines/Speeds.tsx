/** The speeds the spindle has: pulleys drawn to scale, a list read off the machine, gears, ranges; each with the torque that is there. */
import type { Schemas } from "../../../../api/client";
import { PulleyPair } from "../../../../drawing/shop/PulleyPair";
import { useUnits } from "../../../../job/useUnits";
import { show } from "../../../../job/units";
import { useBoard, useValue } from "../../board";
import { Choice, Figure, Word } from "../Field";
import { Paste } from "../Paste";

type Drawn = Schemas["DrawnMachine"];
type Row = Record<string, unknown>;
const S = "machine.spindle";

function Take({ path, place, what }: { path: string; place: number; what: string }) {
  const { set, readOnly } = useBoard();
  const rows = (useValue(path) as Row[] | undefined) ?? [];
  if (readOnly) return null;
  return (
    <button
      type="button"
      className="tap px-1 text-sm text-faint underline decoration-dotted"
      aria-label={`Take out ${what}`}
      onClick={() =>
        set(
          path,
          rows.filter((_, k) => k !== place),
        )
      }
    >
      take out
    </button>
  );
}

function Train({ drawn }: { drawn: Drawn }) {
  const system = useUnits();
  const { set, readOnly } = useBoard();
  const path = `${S}.train`;
  const rows = (useValue(path) as Row[] | undefined) ?? [];
  const largest = Math.max(...drawn.train.flatMap((pair) => [pair.motor_pulley_mm, pair.spindle_pulley_mm, pair.idler_in_mm ?? 0, pair.idler_out_mm ?? 0]), 1);
  return (
    <div className="grid gap-1">
      {rows.map((_, k) => {
        const pair = drawn.train[k];
        const speed = drawn.speeds[k];
        return (
          <div key={k} className="grid items-center gap-x-3 border-b border-rule pb-1 sm:grid-cols-[auto_1fr_auto]">
            {pair && (
              <PulleyPair
                motor_mm={pair.motor_pulley_mm}
                spindle_mm={pair.spindle_pulley_mm}
                idlerIn_mm={pair.idler_in_mm}
                idlerOut_mm={pair.idler_out_mm}
                largest_mm={largest}
              />
            )}
            <div className="grid grid-cols-3 gap-x-3 xl:grid-cols-6">
              <Figure path={`${path}.${k}.motor_pulley_mm`} label="on the motor" />
              <Figure path={`${path}.${k}.spindle_pulley_mm`} label="on the spindle" />
              <Figure path={`${path}.${k}.idler_in_mm`} label="idler, driven" />
              <Figure path={`${path}.${k}.idler_out_mm`} label="idler, driving" />
              <Figure path={`${path}.${k}.reduction`} label="back gear ÷" />
              <Figure path={`${path}.${k}.measured_rpm`} label="tachometer" />
            </div>
            <div className="text-right">
              <div className="figure font-bold">{pair?.speed_rpm ? `${Math.round(pair.speed_rpm)} rpm` : "–"}</div>
              <div className="figure text-xs text-faint">{speed ? show(speed.rated_nm, "N·m", system) : ""}</div>
              <Take path={path} place={k} what={`pulley pair ${k + 1}`} />
            </div>
          </div>
        );
      })}
      {!readOnly && (
        <button type="button" className="chip justify-self-start text-sm" onClick={() => set(path, [...rows, { motor_pulley_mm: 60, spindle_pulley_mm: 100 }])}>
          One more pair
        </button>
      )}
    </div>
  );
}

function Stages({ drawn }: { drawn: Drawn }) {
  const system = useUnits();
  const { set, readOnly } = useBoard();
  const path = `${S}.stages`;
  const rows = (useValue(path) as Row[] | undefined) ?? [];
  const belted = (useValue(`${S}.drive`) ?? "belt") === "belt";
  const torque = (row: Row) => drawn.speeds.find((one) => one.speed_rpm === (row.speed_rpm ?? row.base_rpm ?? row.min_rpm));
  return (
    <div className="grid gap-1">
      {rows.map((row, k) => {
        const fixed = row.min_rpm == null && row.max_rpm == null;
        const found = torque(row);
        return (
          <div key={k} className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-b border-rule pb-1">
            <div className={`grid gap-x-3 ${fixed ? "grid-cols-3" : "grid-cols-3 sm:grid-cols-5"}`}>
              <Word path={`${path}.${k}.name`} label="called" placeholder={`step ${k + 1}`} />
              {fixed ? (
                <Figure path={`${path}.${k}.speed_rpm`} label="speed" />
              ) : (
                <>
                  <Figure path={`${path}.${k}.min_rpm`} label="from" />
                  <Figure path={`${path}.${k}.max_rpm`} label="to" />
                  <Figure path={`${path}.${k}.base_rpm`} label="base speed" />
                </>
              )}
              {belted && <Figure path={`${path}.${k}.belt_torque_nm`} label="belt slips at" />}
            </div>
            <div className="text-right">
              <div className="figure text-sm">{found ? show(found.rated_nm, "N·m", system) : ""}</div>
              <Take path={path} place={k} what={`speed ${k + 1}`} />
            </div>
          </div>
        );
      })}
      {!readOnly && (
        <div className="flex gap-2">
          <button type="button" className="chip text-sm" onClick={() => set(path, [...rows, { speed_rpm: 500 }])}>
            One more speed
          </button>
          <button type="button" className="chip text-sm" onClick={() => set(path, [...rows, { min_rpm: 50, max_rpm: 4000 }])}>
            One more range
          </button>
        </div>
      )}
    </div>
  );
}

export function Speeds({ drawn }: { drawn: Drawn }) {
  const { set, setMany } = useBoard();
  const train = (useValue(`${S}.train`) as Row[] | undefined) ?? [];
  const stages = (useValue(`${S}.stages`) as Row[] | undefined) ?? [];
  const byPulleys = train.length > 0 && stages.length === 0;
  const ranges = stages.filter((stage) => stage.min_rpm != null);
  const first = stages.findIndex((stage) => stage.min_rpm != null);
  return (
    <section aria-label="Speeds" className="plate">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 className="heading">Speeds{byPulleys ? `, from the pulleys at ${Math.round(drawn.motor_speed_rpm)} rpm on the motor` : ""}</h2>
        <div className="w-40">
          <Choice path={`${S}.drive`} label="Driven by" />
        </div>
      </div>
      <div className="grid gap-x-6 sm:grid-cols-2">
        <Paste
          what="pulleys"
          label="Pulley pairs, motor to spindle"
          hint="45/125; 60/110; 78/92"
          onRead={(found) => {
            setMany([
              [`${S}.train`, found.items],
              [`${S}.stages`, []],
            ]);
            return `${found.items.length} pairs`;
          }}
        />
        <Paste
          what="speeds"
          label="or its speeds, gears or ranges"
          hint="low 1: 63; 100; 60-4000"
          onRead={(found) => {
            setMany([
              [`${S}.stages`, found.items],
              [`${S}.train`, []],
            ]);
            return `${found.items.length} speeds`;
          }}
        />
        {ranges.length > 0 && (
          <>
            <Paste
              what="curve-kw"
              label="Points of the first range, speed and power"
              hint="500 3; 1500 9; 8000 9"
              onRead={(found) => {
                set(`${S}.stages.${first}.curve`, found.points);
                return `${found.points.length} points; drag them on the curve`;
              }}
            />
            <Paste
              what="curve-nm"
              label="or speed and torque"
              hint="500 57; 1500 57; 8000 10.7"
              onRead={(found) => {
                set(`${S}.stages.${first}.curve`, found.points);
                return `${found.points.length} points; drag them on the curve`;
              }}
            />
          </>
        )}
      </div>
      <div className="mt-2">{byPulleys ? <Train drawn={drawn} /> : <Stages drawn={drawn} />}</div>
    </section>
  );
}
