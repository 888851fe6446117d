/** Nose, reach, coolant and magnet: what the tool sits in, how far it gets, what wets it, what holds it to the plate. */
import { MachineOutline } from "../../../../drawing/shop/MachineOutline";
import { machineOf, plainMachine } from "../../../../job/words";
import { useValue } from "../../board";
import { Choice, Figure, Flag, Word } from "../Field";

export function Body() {
  const kind = (useValue("machine.kind") as string | undefined) ?? plainMachine().id;
  const holder = useValue("machine.holder.kind");
  return (
    <section aria-label="Nose and reach" className="plate grid content-start gap-2">
      <h2 className="heading">Nose and reach</h2>
      <div className="flex gap-4">
        <MachineOutline kind={kind} width={108} />
        <div className="grid flex-1 grid-cols-2 content-start gap-x-4 gap-y-1">
          <Choice path="machine.holder.kind" label="Holds the tool" />
          {holder === "morse" || holder === "collet" || holder === "side-lock" ? (
            <Word path="machine.holder.size" label="Size" placeholder={holder === "morse" ? "0 to 6" : holder === "collet" ? "ER16 to ER40" : "not said"} />
          ) : (
            <Figure path="machine.holder.capacity_mm" label="Takes up to" />
          )}
          {holder === "chuck" && <Choice path="machine.holder.grip" label="Tightened" />}
          {holder === "morse" && <Flag path="machine.holder.tang_engaged" label="tang in its slot" />}
          <Figure path="machine.holder.max_rpm" label="Chuck’s top speed" />
          <Choice path="machine.tapping" label="Holds a tap" />
          <Flag path="machine.spindle.reverses" label="turns backwards too" />
          {machineOf(kind).in_hands && <Flag path="machine.side_handle" label="side handle on it" />}
          <Figure path="machine.stroke_mm" label="Stroke" />
          <Figure path="machine.daylight_mm" label="Nose to table" />
          <Figure path="machine.throat_mm" label="Throat" />
          <Figure path="machine.max_thrust_n" label="Frame bears" />
          <Figure path="machine.stiffness_n_mm" label="Stiffness" />
        </div>
      </div>
      <div className="grid grid-cols-3 gap-x-4 border-t border-rule pt-1">
        <Choice path="machine.coolant.method" label="Coolant" />
        <Figure path="machine.coolant.pressure_bar" label="Pressure" />
        <Figure path="machine.coolant.flow_l_min" label="Flow" />
      </div>
      {machineOf(kind).on_a_magnet && (
        <div className="grid grid-cols-2 gap-x-4 gap-y-1 border-t border-rule pt-1 sm:grid-cols-3" role="group" aria-label="Magnet">
          <Figure path="machine.magnet.pull_n" label="Magnet pulls" />
          <Figure path="machine.magnet.rated_thickness_mm" label="on a plate of" />
          <Figure path="machine.magnet.weight_kg" label="Machine weighs" />
          <Figure path="machine.magnet.length_mm" label="Base, long" />
          <Figure path="machine.magnet.width_mm" label="Base, wide" />
          <Figure path="machine.magnet.overhang_mm" label="Front edge to spindle" />
          <Choice path="machine.magnet.surface" label="Usually stands on" />
        </div>
      )}
    </section>
  );
}
