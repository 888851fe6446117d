/** The crib: every drawer with its cutters standing in it to scale; one taken out is edited beside them. */
import { useState } from "react";

import { api } from "../../../../api/client";
import { type Family, familyOf } from "../../../../job/words";
import { useCutters } from "../../../../job/queries";
import { Choices } from "../../../../ui/Choices";
import { inWords, useCrib, useMay, useWritten } from "../../queries";
import { CutterCard } from "./CutterCard";
import { Drawer } from "./Drawer";
import { QuickAdd } from "./QuickAdd";

const SHOWS = [
  ["all", "all"],
  ["gaps", "gaps and worn"],
] as const;

export function Crib() {
  const crib = useCrib();
  const cutters = useCutters();
  const may = useMay("machinist");
  const written = useWritten();
  const [chosen, setChosen] = useState<string | null>(null);
  const [show, setShow] = useState<"all" | "gaps">("all");
  const [family, setFamily] = useState<Family | "any">("any");
  const [said, setSaid] = useState<string | null>(null);
  const record = cutters.data?.find((one) => one.id === chosen);
  const wanted = (slot: { cutter: string | null; outline: { family: string; wear: string } }) =>
    (family === "any" || slot.outline.family === family) && (show === "all" || !slot.cutter || slot.outline.wear !== "sharp");
  const drawers = (crib.data?.drawers ?? []).map((drawer) => ({ ...drawer, slots: drawer.slots.filter(wanted) })).filter((drawer) => drawer.slots.length > 0);
  const families = [...new Set((crib.data?.drawers ?? []).flatMap((drawer) => drawer.slots.map((slot) => slot.outline.family as Family)))];
  const fill = async (text: string, drawer: { title: string; place: string }) => {
    // The missing one is what its set's name says of that size.
    const preview = await api.previewSet(drawer.title);
    const slot = preview.slots.find((one) => one.text === text);
    if (!slot) return;
    try {
      const { family: kind, diameter_mm, substrate, point, shank, pitch_mm, cut_depth_mm } = slot.outline;
      const twist = familyOf(kind).standard_form ? { point } : {};
      const noun = drawer.title.replace(/[#\d].*$/, "").trim();
      await api.add("cutters", {
        spec: { family: kind, diameter_mm, substrate, shank, pitch_mm, cut_depth_mm, ...twist },
        name: `${text} ${noun}`.trim(),
        place: drawer.place,
        set_name: drawer.title,
      });
      await written();
      setSaid(`${text} is back in its place.`);
    } catch (error) {
      setSaid(inWords(error));
    }
  };
  return (
    <div className={`grid grid-cols-[minmax(0,1fr)] gap-4 ${record ? "wide:grid-cols-[minmax(0,1fr)_23rem]" : ""}`}>
      <div className="grid content-start gap-3">
        {may && <QuickAdd />}
        <div className="flex flex-wrap items-center gap-3">
          <Choices label="Show" choices={SHOWS} chosen={show} onChoose={setShow} />
          <label className="flex items-center gap-2 text-sm">
            of
            <select className="plate-field w-40!" value={family} onChange={(event) => setFamily(event.target.value as Family)}>
              <option value="any">any family</option>
              {families.map((one) => (
                <option key={one} value={one}>
                  {familyOf(one).words}s
                </option>
              ))}
            </select>
          </label>
          <span role="status" className="text-sm text-green">
            {said}
          </span>
          <span className="ml-auto text-xs text-faint">
            <span className="font-bold text-bronze">~</span> used · <span className="font-bold text-vermilion">×</span> dull · dashes: missing. Each drawer to
            its own scale.
          </span>
        </div>
        {crib.data?.drawers.length === 0 && <p>The crib is empty. Type the name of the first set above.</p>}
        {crib.data && crib.data.drawers.length > 0 && drawers.length === 0 && (
          <p className="text-sm text-faint">Nothing missing and nothing worn among these.</p>
        )}
        <div className="flex flex-wrap items-start gap-x-8 gap-y-3">
          {drawers.map((drawer) => (
            <Drawer
              key={`${drawer.title} ${drawer.is_set}`}
              drawer={drawer}
              chosen={chosen}
              onChoose={setChosen}
              onFill={may && drawer.is_set ? (text, of) => void fill(text, of) : undefined}
            />
          ))}
        </div>
      </div>
      {record && (
        <div className="order-first wide:order-none">
          <div className="wide:sticky wide:top-2">
            <CutterCard key={`${record.id} ${record.revision}`} record={record} onClose={() => setChosen(null)} />
          </div>
        </div>
      )}
    </div>
  );
}
