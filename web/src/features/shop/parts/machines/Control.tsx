/** How the machine's programs are written: what its control takes. What is left open is as such controls are usually set. */
import { machineOf, plainMachine } from "../../../../job/words";
import { useValue } from "../../board";
import { Choice, Figure } from "../Field";

export function Control() {
  const kind = machineOf((useValue("machine.kind") as string | undefined) ?? plainMachine().id);
  if (!kind.programmed) return null;
  return (
    <section aria-label="Control" className="plate grid content-start gap-2">
      <h2 className="heading">Control</h2>
      <div className="grid grid-cols-2 content-start gap-x-4 gap-y-1 sm:grid-cols-3 wide:grid-cols-5">
        {kind.lathe && <Choice path="machine.control.codes" label="Code system" />}
        <Choice path="machine.control.dwell" label="A dwell is" />
        <Choice path="machine.control.decimals" label="The point" />
        {kind.lathe ? (
          <Choice path="machine.control.index_from" label="The turret turns at" />
        ) : (
          <>
            <Choice path="machine.control.work_offset" label="Zero" />
            <Choice path="machine.control.length_offset" label="Lengths" />
            <Choice path="machine.control.tool_change" label="A tool is called by" />
            <Choice path="machine.control.change_from" label="A tool is changed" />
            <Choice path="machine.control.arcs" label="Arcs" />
            <Choice path="machine.control.d_holds" label="D holds" />
          </>
        )}
        <Choice path="machine.control.optional_stop" label="Stops" />
        <Choice path="machine.control.block_numbers" label="Numbers" />
        <Choice path="machine.control.program_number" label="Program number" />
        <Choice path="machine.control.comments" label="Comments" />
        <Figure path="machine.control.max_rpm" label="S at most" />
        <Figure path="machine.control.max_feed_mm_min" label="F at most" />
        <Figure path="machine.control.rigid_word" label="M before rigid tapping" />
      </div>
    </section>
  );
}
