/** The motor's plate as it is riveted to the machine: typed whole, or figure by figure. */
import { useBoard } from "../../board";
import { Choice, Figure } from "../Field";
import { Paste } from "../Paste";

const P = "machine.spindle.plate";
/** Four ways of saying how strong the motor is. */
const POWERS = [`${P}.output_kw`, `${P}.input_kw`, `${P}.output_hp`, "machine.spindle.power_kw"];
const others = (path: string) => POWERS.filter((one) => one !== path);

export function Motor() {
  const { setMany } = useBoard();
  return (
    <section aria-label="Motor plate" className="plate relative">
      {["top-1 left-1", "top-1 right-1", "bottom-1 left-1", "bottom-1 right-1"].map((corner) => (
        <span key={corner} aria-hidden className={`absolute ${corner} size-1.5 rounded-full border border-faint`} />
      ))}
      <h2 className="heading">Motor plate</h2>
      <Paste
        what="plate"
        label="As the plate reads"
        hint="1.1 kW 400 V 2.6 A 1420 rpm S1"
        onRead={(found) => {
          // A plate that is read whole takes the place of what was said of the motor before.
          if (found.readings.length > 0)
            setMany([[P, {}], ["machine.spindle.power_kw", null], ...found.readings.map((one) => [one.field, one.value] as const)]);
          const taken = found.readings.map((one) => one.text).join(" · ");
          if (found.readings.length === 0) return "Nothing on it was understood.";
          return `Read: ${taken}${found.left ? `. Left over: ${found.left}` : ""}`;
        }}
      />
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-4">
        <div className="col-span-2">
          <Choice path="machine.spindle.motor" label="Motor" />
        </div>
        <Choice path="machine.spindle.duty" label="Duty" />
        <Figure path="machine.spindle.cutting_share" label="Share of time it cuts" />
        <Figure path={`${P}.output_kw`} label="Output" insteadOf={others(`${P}.output_kw`)} />
        <Figure path={`${P}.input_kw`} label="or input" insteadOf={others(`${P}.input_kw`)} />
        <Figure path={`${P}.output_hp`} label="or horsepower" insteadOf={others(`${P}.output_hp`)} />
        <Figure path="machine.spindle.power_kw" label="or at the shaft" insteadOf={others("machine.spindle.power_kw")} />
        <Figure path={`${P}.volts`} label="Volts" />
        <Figure path={`${P}.amps`} label="Amps" />
        <Figure path={`${P}.power_factor`} label="cos φ" />
        <Figure path={`${P}.motor_efficiency`} label="Efficiency η" />
        <Figure path={`${P}.speed_rpm`} label="Speed" />
        <Figure path={`${P}.frequency_hz`} label="Plate frequency" />
        <Figure path={`${P}.supply_hz`} label="Supply here, 50 or 60 Hz" />
        <Figure path="machine.spindle.short_time_kw" label="Short-time power" />
        <Figure path="machine.spindle.short_time_min" label="for how long" />
        <Figure path="machine.spindle.breakdown_ratio" label="Stalls at × rated" />
      </div>
    </section>
  );
}
